<script setup lang="ts">
import { COATING_QUESTIONS, identifyCoating, type Seen } from '#core/fume/coating'
import type { Coating } from '#core/job/job'

/** What can be seen without a laboratory, asked one thing after the other; ends in coated, plain or unknown. */
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ found: [coating: Coating] }>()
const BLANK: Seen = { label: null, paint: null, sheen: null, rust: null, heated: null, arc: null }
const seen = ref<Seen>({ ...BLANK })
const answer = computed(() => identifyCoating(seen.value))
const set = (id: keyof Seen, value: Seen[keyof Seen]): void => {
  seen.value = { ...seen.value, [id]: value }
}
const VERDICT = { coated: 'Coated', plain: 'Plain', unknown: 'Unknown' } as const
function take(): void {
  emit('found', answer.value.coating)
  open.value = false
}
</script>

<template>
  <UModal
    v-model:open="open"
    title="Is it coated?"
    description="One sign of a coating outweighs every sign against it. When in doubt it is coated."
    :ui="{ content: 'max-w-2xl' }"
  >
    <template #body>
      <div class="space-y-4">
        <ChoiceRow
          v-for="question in COATING_QUESTIONS"
          :key="question.id"
          :model-value="seen[question.id] ?? undefined"
          :legend="question.ask"
          :options="question.answers"
          @update:model-value="set(question.id, $event as Seen[keyof Seen])"
        />
        <p
          class="plate text-4xl"
          :class="`text-${answer.finding.level}`"
          aria-live="polite"
          data-testid="coating-verdict"
        >
          {{ VERDICT[answer.verdict] }}
        </p>
        <FindingLine :finding="answer.finding" />
      </div>
    </template>
    <template #footer>
      <UButton @click="take">Use this for the job</UButton>
      <UButton variant="ghost" color="neutral" @click="seen = { ...BLANK }">Start over</UButton>
    </template>
  </UModal>
</template>
