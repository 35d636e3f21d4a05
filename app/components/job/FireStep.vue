<script setup lang="ts">
import { reachText } from '#core/firewatch/rules.table'
import { permitRoutes } from '#shared/permit/routes'
import type { Permit } from '#shared/permit/schema'
import { call } from '~/composables/api'
import { useSubmit } from '~/composables/submit'
import { useFireRules } from '~/composables/permit/rules'

/** Designated area, the permit that stands, or the way to one. */
const permit = defineModel<Permit | null>('permit', { required: true })
const props = defineProps<{
  jobId: string | null
  placed: boolean
  designated: boolean
  /** Why it is one or not, at a station. */
  because: string | null
  mayWrite: boolean
  /** Saves what is typed; the permit is drafted for the job as saved. */
  save: () => Promise<boolean>
}>()
const emit = defineEmits<{ drafted: [] }>()
const rules = useFireRules()
const { busy, message, submit } = useSubmit()
const sweep = computed(() => rules.value && reachText(rules.value.reach.value))

async function draft(): Promise<void> {
  if (!(await props.save())) return
  const body = { jobId: props.jobId! }
  if (await submit(() => call(permitRoutes.createPermit, { body }))) emit('drafted')
}
</script>

<template>
  <p v-if="!placed" class="muted">Say where the work is; then the fire check can start.</p>
  <p v-else-if="designated" class="edge edge-clear py-2 px-3 font-semibold">
    Designated area: no permit needed while it is kept as one. Extinguisher in reach, floor swept.
    <span class="block font-normal">{{ because }}</span>
  </p>
  <template v-else-if="permit?.state === 'draft'">
    <PermitDraft :permit="permit" @saved="permit = $event" />
    <UButton variant="outline" :to="`/permits/${permit.id}`">
      To permit {{ permit.number }}: sign and issue
    </UButton>
  </template>
  <p v-else-if="permit">
    Permit
    <NuxtLink class="link" :to="`/permits/${permit.id}`">{{ permit.number }}</NuxtLink>
    is {{ permit.state }}.
  </p>
  <template v-else>
    <p>
      Outside a designated area: hot work needs a {{ sweep }} sweep, a permit and a fire watch.
      <span v-if="because" class="muted">{{ because }}</span>
    </p>
    <p v-if="message" role="alert" class="text-stop font-semibold">{{ message }}</p>
    <UButton v-if="jobId && mayWrite" :loading="busy" @click="draft">Draft the permit</UButton>
    <p v-else-if="mayWrite" class="muted">Save the job first; then the permit can be drafted.</p>
  </template>
</template>
