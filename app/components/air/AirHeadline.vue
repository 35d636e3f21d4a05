<script setup lang="ts">
import { headlineOf, openSubstances } from '#core/air/headline'
import type { AirAnswer } from '#core/air/judge'
import { isUnreckoned } from '#core/air/unreckoned'
import { limitText } from '#core/exposure/limits.table'
import { SUBSTANCE_NAME } from '#core/exposure/terms'
import { worstLevel, type Finding, type Level } from '#core/finding/finding'
import { inSentence } from '#core/finding/wording'

/** The answer of the air check in one figure, what is still open, and the regulation's rule beside the model. */
const props = defineProps<{
  answer: AirAnswer | null
  prescriptive: readonly Finding[]
  /** The case can be worked out as it is typed. */
  usable: boolean
}>()
const headline = computed(() => props.answer && headlineOf(props.answer))
const name = computed(() => headline.value && inSentence(SUBSTANCE_NAME[headline.value.substance]))
const basis = computed(() => (headline.value?.drawn ? 'Upper estimate (95 %)' : 'Planned estimate'))
const figure = computed(() => {
  const { share } = headline.value!
  if (share >= 10) return String(Math.round(share))
  return share >= 1 ? share.toFixed(1) : `${Math.round(share * 100)} %`
})
const unit = computed(() => (headline.value!.share >= 1 ? 'times the limit' : 'of the limit'))
const open = computed(() =>
  (props.answer ? openSubstances(props.answer) : [])
    .map((substance) => inSentence(SUBSTANCE_NAME[substance]))
    .join(', '),
)
const none = computed(() =>
  props.usable
    ? "Only upper bounds, or no adopted limit: sample, or enter the maker's fume analysis."
    : 'Not yet: fill in the fields marked below.',
)

const WORD: Record<Level, string> = {
  clear: 'asks for nothing more',
  caution: 'asks for care',
  stop: 'says stop',
  unknown: 'has no answer yet',
}
const rule = computed(() => worstLevel(props.prescriptive))
const model = computed(() => {
  const judged = props.answer?.findings.filter((finding) => !isUnreckoned(finding))
  return judged ? worstLevel(judged) : 'unknown'
})
const unreckoned = computed(() => props.answer?.findings.filter(isUnreckoned) ?? [])
</script>

<template>
  <div class="space-y-3" aria-live="polite">
    <h2 id="answer" class="sr-only">Answer</h2>
    <template v-if="headline">
      <p class="leading-none">
        <span class="muted block mb-1">{{ basis }}</span>
        <span
          class="plate block text-[5.5rem]"
          :class="`text-${headline.level}`"
          data-testid="air-answer"
        >
          {{ figure }}
        </span>
        <span class="block text-lg font-semibold mt-2">{{ unit }}, {{ name }}</span>
      </p>
      <p class="muted">{{ limitText(headline.limit) }}</p>
    </template>
    <p v-else class="font-semibold">{{ none }}</p>
    <p v-if="open" class="edge edge-unknown py-1 px-3 font-semibold" data-testid="open">
      No answer for {{ open }}.
    </p>
    <p
      v-for="finding in unreckoned"
      :key="finding.code"
      class="edge edge-unknown py-1 px-3"
      data-testid="unreckoned"
    >
      {{ finding.sentence }}
    </p>
    <p class="font-semibold">An estimate asks for sampling; it never says safe.</p>
    <div class="text-sm space-y-1" data-testid="both">
      <p class="flex gap-2 items-start">
        <FindingMark :level="rule" :size="18" />
        <span>The regulation's rule {{ WORD[rule] }}</span>
      </p>
      <p class="flex gap-2 items-start">
        <FindingMark :level="model" :size="18" />
        <span>The model {{ WORD[model] }}</span>
      </p>
      <p v-if="rule !== model" class="muted">They disagree: the stricter governs.</p>
    </div>
  </div>
</template>
