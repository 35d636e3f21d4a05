<script setup lang="ts">
import type { sparkQuery } from '#core/firewatch/spark-query'
import type { FlightAnswer } from '#core/sparks/flight'
import { quantityText } from '#shared/units/units'
import { useUnits } from '~/composables/units'

/** How far sparks of some work fly, in words. */
const props = defineProps<{
  query: ReturnType<typeof sparkQuery>
  answer: FlightAnswer | null
  progress: number | null
  failure: string
  /** That the rules ask for, m. */
  reach: number
}>()
const units = useUnits()
const length = (amount: number): string => quantityText({ amount, unit: 'm' }, units.value)
const openings = computed(() =>
  (props.answer?.openings ?? []).map(
    ({ name, share }) => `${name} (${Math.max(1, Math.round(share * 100))} % of them)`,
  ),
)
const nearly = computed(
  () => `Sparks, hot where they lie: 19 of 20 within ${length(props.answer?.far ?? 0)}.`,
)
const farthest = computed(() => {
  const { far, farthest: last } = props.answer!
  const says =
    far > props.reach
      ? 'Farther than the rules ask for: sweep so far.'
      : 'The rules ask for more, and that stays.'
  return `The farthest ${length(last)}. ${says}`
})
</script>

<template>
  <div class="leading-snug" data-testid="sparks" role="status">
    <p v-if="'because' in query">
      How far sparks fly is not reckoned: {{ query.because }}. {{ query.remedy }}
    </p>
    <p v-else-if="failure" class="text-stop">{{ failure }}</p>
    <p v-else-if="!answer" class="muted">
      Sparks are flying: {{ Math.round((progress ?? 0) * 100) }} %
    </p>
    <template v-else>
      <p>
        <strong>{{ nearly }}</strong>
        {{ farthest }}
      </p>
      <p v-if="openings.length > 0">Through {{ openings.join(', ') }}.</p>
      <p class="muted text-sm">
        Reckoned from {{ answer.drops }} drops thrown any way, with drag, wind, bounce and walls.
        Sizes and speeds are figures of the trade.
      </p>
    </template>
  </div>
</template>
