<script setup lang="ts">
import { LEVELS, worstFirst, type Level } from '#core/finding/finding'
import type { FindingGroup, FindingsQuery, PlanJudged } from '#shared/plan/judged'
import type { ShownFinding } from '#shared/plan/schema'

/** What a plan says of a floor, by what it is about, the worst first; a tap shows on the plan what was measured. */
const props = defineProps<{
  judged: PlanJudged
  floor: string
  /** Reads further Findings of a group. */
  readFurther: (query: FindingsQuery) => Promise<{ findings: readonly ShownFinding[] }>
}>()
const isUnsound = computed(() => props.judged.faults.some(({ kind }) => kind === 'error'))
const shown = defineModel<ShownFinding | null>({ default: null })

const TITLE: Readonly<Record<string, string>> = {
  'plan.oxygenAndFuel': 'Oxygen and fuel gas',
  'plan.gasAndCombustible': 'Gas and what burns',
  'plan.gasStore': 'What gas stores hold',
  'plan.extinguisher': 'Ways to an extinguisher',
  'plan.eyewash': 'Ways to an eyewash',
  'plan.room': 'Rooms',
  'plan.fuelInRoom': 'Fuel gas in rooms',
  'plan.wayOut': 'Ways out',
  'plan.arc': 'Arc at eye height',
  'plan.finish': 'Walls that throw the arc back',
  'plan.laser': 'Laser cells',
  'plan.laserCylinders': 'Cylinders ahead of a laser',
}
const worstOf = ({ counts }: FindingGroup): Level =>
  LEVELS.toSorted(worstFirst).find((level) => counts[level] > 0) ?? 'unknown'
const groups = computed(() =>
  props.judged.groups
    .filter(({ floor }) => floor === props.floor)
    .map((group) => ({ group, worst: worstOf(group) }))
    .toSorted((a, b) => worstFirst(a.worst, b.worst)),
)

const further = (
  { part, floor, code }: FindingGroup,
  from: number,
  most: number,
): Promise<{ findings: readonly ShownFinding[] }> =>
  props.readFurther({ of: props.judged.of, part, floor, code, from, most })
</script>

<template>
  <p v-if="isUnsound" class="flex gap-2 font-semibold">
    <FindingMark level="unknown" :size="20" />
    Nothing is judged while something on the plan is wrong.
  </p>
  <p v-else-if="groups.length === 0" class="muted">
    Nothing to judge yet: rooms with stations, gas stores and what burns are.
  </p>
  <FindingGroup
    v-for="{ group, worst } in groups"
    :key="`${group.floor} ${group.code}`"
    v-model:shown="shown"
    :title="TITLE[group.code] ?? group.code"
    :group="group"
    :level="worst"
    :read-further="(from, most) => further(group, from, most)"
  />
</template>
