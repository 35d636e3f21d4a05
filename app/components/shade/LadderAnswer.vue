<script setup lang="ts">
import { SCHOOL_NAME } from '#core/shade/terms'
import type { Ladder } from '~/composables/shade/ladder'

/** The shade as one numeral, and what it may never be lighter than. */
const props = defineProps<{ ladder: Ladder }>()
const who = computed(() => {
  const { said, answer } = props.ladder
  if (said) return `${SCHOOL_NAME[said.school]} says`
  return answer.need === 'filter' ? 'Start at shade' : 'Shade'
})
const WITHOUT = {
  impact: 'none for grinding',
  light: 'glasses, or 2 to 3',
  laser: 'not by shade',
} as const
const under = computed(() => {
  const { said, answer } = props.ladder
  if (said?.because) return said.because
  if (answer.need !== 'filter') return WITHOUT[answer.need]
  return answer.floor === null ? 'No answer' : `never under ${answer.floor}`
})
</script>

<template>
  <p class="leading-none" aria-live="polite">
    <span class="muted block mb-1">{{ who }}</span>
    <span class="plate block text-[7.5rem]" data-testid="shade-answer">
      {{ ladder.shown ?? '–' }}
    </span>
    <span class="block text-lg font-semibold mt-2">{{ under }}</span>
  </p>
</template>
