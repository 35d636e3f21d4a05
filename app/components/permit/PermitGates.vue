<script setup lang="ts">
import { overridable, type Finding, type Step } from '#core/finding/finding'
import type { Permit } from '#shared/permit/schema'
import { useSignIn } from '~/stores/sign-in'

/** The Findings of a permit, step by step; while it is a draft a lead may set a stop aside with a reason. */
const props = defineProps<{ permit: Permit }>()
const emit = defineEmits<{ override: [finding: Finding] }>()
const signIn = useSignIn()
const draft = computed(() => props.permit.state === 'draft')
const TITLE: Partial<Record<Step, string>> = {
  eyes: 'Eyes',
  body: 'Body',
  air: 'Air',
  gear: 'Gas and gear',
  fire: 'Fire',
}
const steps = computed(() => {
  const findings = draft.value ? props.permit.live : props.permit.findings
  return Object.entries(TITLE)
    .map(([step, title]) => ({
      step,
      title,
      findings: findings.filter((finding) => finding.step === step),
    }))
    .filter((entry) => entry.findings.length > 0)
})
const mayOverride = (finding: Finding): boolean =>
  draft.value &&
  signIn.may('lead') &&
  overridable(finding) &&
  !props.permit.overridden.some((done) => done.code === finding.code)
</script>

<template>
  <section class="panel p-4 sm:p-6 space-y-6">
    <h2>{{ draft ? 'Gates' : 'Findings at issue' }}</h2>
    <div v-for="entry in steps" :key="entry.step">
      <h3 class="mb-2">{{ entry.title }}</h3>
      <FindingList fold :findings="entry.findings" :overridden="permit.overridden">
        <template #action="{ finding }">
          <UButton
            v-if="mayOverride(finding)"
            variant="outline"
            color="error"
            class="mt-2"
            @click="emit('override', finding)"
          >
            Override with a reason
          </UButton>
        </template>
      </FindingList>
    </div>
  </section>
</template>
