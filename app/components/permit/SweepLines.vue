<script setup lang="ts">
import type { SweepAnswer } from '#core/firewatch/fire'
import { sweepText, type SweepLine } from '#core/firewatch/rules.table'

/** Lines of the sweep, each answered, with what the plan shows for it. */
const sweep = defineModel<Record<string, SweepAnswer | undefined>>({ required: true })
defineProps<{
  lines: readonly SweepLine[]
  reach: number
  /** Names on the plan, by line. */
  shown: ReadonlyMap<string, string>
}>()
const ANSWERS = [
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
  { value: 'na', label: 'n/a' },
] as const
</script>

<template>
  <div
    v-for="line in lines"
    :key="line.id"
    class="flex flex-wrap items-center gap-x-4 gap-y-1 py-1.5 border-b border-(--rule)"
  >
    <p class="grow basis-72 leading-snug">
      {{ sweepText(line, reach) }}
      <span v-if="shown.get(line.id)" class="block muted text-sm">
        On the plan: {{ shown.get(line.id) }}.
      </span>
    </p>
    <ChoiceRow
      v-model="sweep[line.id]"
      :legend="sweepText(line, reach)"
      hide-legend
      :options="ANSWERS"
      :data-testid="`sweep-${line.id}`"
    />
  </div>
</template>
