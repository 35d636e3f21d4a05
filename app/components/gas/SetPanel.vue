<script setup lang="ts">
import { byWorst, worstLevel } from '#core/finding/finding'
import { SET_KIND_NAME } from '#core/gas/set/kind'
import { TASK_NAME, type Task } from '#core/gas/set/step'
import { gasSetRoutes } from '#shared/gas/set-routes'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'
import { useSiteTime } from '~/composables/time'
import { useSignIn } from '~/stores/sign-in'
import { joined } from '~/components/frame/joined'
import { RESULT_NAME } from '~/components/gas/gas-words'

/** A gas set: its lines, whether they belong together, and what is done with it step by step. */
const props = defineProps<{ id: string }>()
const emit = defineEmits<{ changed: [] }>()
const signIn = useSignIn()
const { when } = useSiteTime()
const {
  data: set,
  failure,
  load,
} = useLoad(() => call(gasSetRoutes.gasSet, { params: { id: props.id } }))
onMounted(load)
defineExpose({ load })
const { busy, message, submit } = useSubmit()
const parting = ref(false)
const mayWork = computed(() => signIn.may('lead', 'instructor', 'worker'))
const open = computed(() => set.value?.runs.find((run) => run.result === null) ?? null)
/** What usually comes next: set up what is not tight, light what is. */
const next = computed(() => {
  if (verdict.value.level === 'stop') return null
  return verdict.value.level === 'unknown' ? 'setUp' : 'light'
})
/** What may be done with it, before anything else. */
const verdict = computed(() => {
  const findings = set.value?.findings ?? []
  const level = worstLevel(findings)
  const [first] = byWorst(findings)
  const SAYS = {
    clear: 'It may be used as it stands.',
    caution: `Usable. ${first?.sentence}`,
    unknown: `Not yet. ${first?.sentence}`,
    stop: `Not to be used. ${first?.sentence}`,
  }
  return { level, says: SAYS[level] }
})
const past = computed(() => set.value?.runs.filter((run) => run.result !== null) ?? [])

async function begin(task: Task): Promise<void> {
  const id = crypto.randomUUID()
  const run = await submit(() =>
    call(gasSetRoutes.startRun, { params: { id: props.id }, body: { id, task } }),
  )
  if (run) await navigateTo(`/gear/run/${run.id}`)
}
async function putAside(run: string): Promise<void> {
  await submit(() => call(gasSetRoutes.leaveRun, { params: { id: run } }))
  await load()
}
async function changed(): Promise<void> {
  await load()
  emit('changed')
}
</script>

<template>
  <Failure v-if="failure" :failure="failure" @retry="load" />
  <section v-else-if="set" class="panel p-4 sm:p-6 space-y-5" aria-labelledby="set">
    <div class="flex flex-wrap gap-3 items-end">
      <h2 id="set" class="grow">
        {{ joined(SET_KIND_NAME[set.kind], set.station) }}
      </h2>
      <UButton
        v-if="mayWork"
        variant="outline"
        color="neutral"
        icon="i-lucide-wrench"
        @click="parting = true"
      >
        Parts on it
      </UButton>
    </div>
    <p class="flex gap-3 items-start text-xl font-semibold" role="status" data-testid="verdict">
      <FindingMark :level="verdict.level" :size="30" />
      {{ verdict.says }}
    </p>
    <SetLines :set="set" />
    <p v-if="open" class="panel edge edge-unknown p-4 flex flex-wrap gap-3 items-center">
      <span class="grow font-semibold">
        {{ TASK_NAME[open.task] }} is under way: {{ open.answered }} of {{ open.steps }} steps done,
        by {{ open.by }}.
      </span>
      <UButton size="xl" :to="`/gear/run/${open.id}`">Go on</UButton>
      <UButton
        v-if="mayWork"
        size="xl"
        variant="outline"
        color="neutral"
        :loading="busy"
        @click="putAside(open.id)"
      >
        Put it aside
      </UButton>
    </p>
    <div v-else-if="mayWork" class="grid grid-cols-2 sm:grid-cols-3 lg:grid-cols-6 gap-2">
      <UButton
        v-for="task in set.tasks"
        :key="task"
        block
        size="xl"
        :variant="task === next ? 'solid' : 'outline'"
        :disabled="busy"
        @click="begin(task)"
      >
        {{ TASK_NAME[task] }}
      </UButton>
    </div>
    <p v-if="message" class="text-stop font-semibold" role="alert">{{ message }}</p>
    <FindingList :findings="set.findings" />
    <div>
      <h3 class="mb-2">Done with it</h3>
      <p v-if="past.length === 0" class="muted">Nothing yet.</p>
      <ol class="space-y-2">
        <li v-for="run in past" :key="run.id" class="border-b border-(--rule) pb-1">
          <NuxtLink class="link font-semibold" :to="`/gear/run/${run.id}`">
            {{ TASK_NAME[run.task] }}: {{ RESULT_NAME[run.result!] }}
          </NuxtLink>
          <span v-if="run.note" class="block">{{ run.note }}</span>
          <span class="muted block text-sm">
            {{ joined(when(run.startedAt), run.by, run.rehearsal && 'rehearsal') }}
          </span>
        </li>
      </ol>
    </div>
    <SetPartsForm v-model:open="parting" :set="set" @done="changed" />
  </section>
</template>
