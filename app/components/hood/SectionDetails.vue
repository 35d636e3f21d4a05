<script setup lang="ts">
import type { SectionAnswer } from '#core/hood/section'
import { MOVABLE_HOOD } from '#core/ventilation/ventilation.table'
import { useSectionText } from '~/composables/hood/section-text'

/** What moves behind the hood: flow, duct, the regulation's row, the plume it has to take. */
const props = defineProps<{ answer: SectionAnswer | null }>()
const { text, distanceText } = useSectionText()
const rule = computed(() => {
  const row = props.answer?.table
  return row
    ? `${text(row.flow, 'm3/s')}, ${distanceText(row.duct)} duct`
    : `no answer beyond ${distanceText(MOVABLE_HOOD.at(-1)!.to)}`
})
const plume = computed(() => {
  const rising = props.answer?.plume
  return rising?.atHood
    ? `${text(rising.atHood.flow, 'm3/s')}, ${text(rising.needed!, 'm3/s')} wanted`
    : 'not over the arc'
})
</script>

<template>
  <dl v-if="answer" class="grid grid-cols-2 sm:grid-cols-4 gap-x-6 gap-y-2 text-sm">
    <div>
      <dt class="muted">Flow after the damper</dt>
      <dd class="font-semibold">{{ text(answer.flow, 'm3/s') }}</dd>
    </div>
    <div>
      <dt class="muted">In the duct</dt>
      <dd class="font-semibold">{{ text(answer.duct, 'm/s') }}</dd>
    </div>
    <div>
      <dt class="muted">Regulation's table here</dt>
      <dd class="font-semibold">{{ rule }}</dd>
    </div>
    <div v-if="answer.plume">
      <dt class="muted">Plume at the hood</dt>
      <dd class="font-semibold">{{ plume }}</dd>
    </div>
  </dl>
</template>
