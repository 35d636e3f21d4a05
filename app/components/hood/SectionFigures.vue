<script setup lang="ts">
import type { Level } from '#core/finding/finding'
import type { SectionAnswer } from '#core/hood/section'
import { GENERAL_RULE } from '#core/ventilation/ventilation.table'
import { useSectionText } from '~/composables/hood/section-text'

/** What the hood does where it stands: air speed at the arc, what it holds, where it may stand. */
const props = defineProps<{ answer: SectionAnswer | null }>()
const { text, distanceText } = useSectionText()
type Mechanism = SectionAnswer['mechanism']
const HOLDS: Record<Mechanism, string> = {
  both: 'Captures and receives',
  capturing: 'Captures',
  receiving: 'Receives only',
  neither: 'Holds nothing',
}
const LEVEL: Record<Mechanism, Level> = {
  both: 'clear',
  capturing: 'clear',
  receiving: 'caution',
  neither: 'stop',
}
const velocity = computed(() =>
  props.answer ? text(props.answer.velocity, 'm/s').split(' ')[0] : '–',
)
/** The unit, and what the rule asks for in it. */
const needed = computed(() => {
  const [amount, unit] = text(GENERAL_RULE.captureVelocity, 'm/s').split(' ')
  return `${unit}, ${amount} needed`
})
const window = computed(() => {
  const free = props.answer?.window
  return free ? `${distanceText(free.from)} to ${distanceText(free.to)}` : 'None: too little flow'
})
</script>

<template>
  <div class="flex md:flex-col gap-x-6 gap-y-3 flex-wrap" aria-live="polite">
    <p class="leading-none">
      <span class="muted block mb-1">At the arc</span>
      <span class="plate block text-6xl" data-testid="arc-velocity">{{ velocity }}</span>
      <span class="block font-semibold mt-1">{{ needed }}</span>
    </p>
    <template v-if="answer">
      <p class="font-semibold flex items-center gap-2" data-testid="mechanism">
        <FindingMark :level="LEVEL[answer.mechanism]" :size="22" />
        {{ HOLDS[answer.mechanism] }}
      </p>
      <p data-testid="window">
        <span class="muted block">Window for the hood</span>
        <span class="font-semibold">{{ window }}</span>
      </p>
      <p>
        <span class="muted block">Stands at</span>
        <span class="font-semibold">{{ distanceText(answer.distance) }}</span>
      </p>
      <p v-if="answer.plume?.breaksAt">
        <span class="muted block">A draft that breaks it</span>
        <span class="font-semibold">{{ text(answer.plume.breaksAt, 'm/s') }}</span>
      </p>
    </template>
  </div>
</template>
