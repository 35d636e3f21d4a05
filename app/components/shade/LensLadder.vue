<script setup lang="ts">
import { useLadder, type LadderProps } from '~/composables/shade/ladder'

/** Current (or plate) across, shade up: the four schools as step lines, the helmet's reach as a bracket, the answer as one numeral. Drag the mark, or move it with the arrow keys. */
const props = defineProps<LadderProps>()
const emit = defineEmits<{ move: [x: number] }>()
const ladder = reactive(useLadder(props))
const without = computed(() => {
  if (ladder.answer.need === 'impact')
    return 'Grinding has no arc. Clear impact-rated glasses under a face shield.'
  if (ladder.answer.need === 'laser')
    return 'A laser is judged by optical density, not by shade. Its figures stand below.'
  return 'The tables have no rows for this process.'
})
</script>

<template>
  <div class="grid grid-cols-1 md:grid-cols-[minmax(0,11rem)_minmax(0,1fr)] gap-4 items-start">
    <div class="flex md:flex-col gap-4 items-end md:items-start">
      <LadderAnswer :ladder="ladder" />
      <ArcView :shade="ladder.shown" />
    </div>
    <div v-if="ladder.lines.length > 0" class="min-w-0">
      <LadderPlot :ladder="ladder" :ranges="ranges ?? []" @move="emit('move', $event)" />
      <LadderSchools :ladder="ladder" :in-use="rules.school" />
      <p v-if="ranges?.length" class="text-sm mt-1">
        <svg width="14" height="12" aria-hidden="true" class="inline mr-1">
          <path d="M2 1h8v10h-8" fill="none" stroke="currentColor" stroke-width="2.5" />
        </svg>
        what the helmet reaches
      </p>
      <LadderTable :ladder="ladder" />
    </div>
    <p v-else class="muted">{{ without }}</p>
  </div>
</template>
