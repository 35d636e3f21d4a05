<script setup lang="ts">
import { worstFirst } from '#core/finding/finding'
import type { PlanFault } from '#core/plan/faults'
import type { ShownFinding } from '#shared/plan/schema'

/** What a plan says, by what it is about, the worst first; a tap shows on the plan what was measured. */
const props = defineProps<{ findings: readonly ShownFinding[]; faults: readonly PlanFault[] }>()
const isUnsound = computed(() => props.faults.some(({ kind }) => kind === 'error'))
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
const groups = computed(() => {
  const byCode = new Map<string, ShownFinding[]>()
  for (const one of props.findings) {
    const { code } = one.finding
    const before = byCode.get(code)
    if (before) before.push(one)
    else byCode.set(code, [one])
  }
  return [...byCode]
    .map(([code, all]) => ({
      code,
      title: TITLE[code] ?? code,
      all: all.toSorted((a, b) => worstFirst(a.finding.level, b.finding.level)),
    }))
    .toSorted((a, b) => worstFirst(a.all[0]!.finding.level, b.all[0]!.finding.level))
})
</script>

<template>
  <p v-if="isUnsound" class="flex gap-2 font-semibold">
    <FindingMark level="unknown" :size="20" />
    Nothing is judged while something on the plan is wrong.
  </p>
  <p v-else-if="findings.length === 0" class="muted">
    Nothing to judge yet: rooms with stations, gas stores and what burns are.
  </p>
  <FindingGroup
    v-for="group in groups"
    :key="group.code"
    v-model:shown="shown"
    :title="group.title"
    :findings="group.all"
  />
</template>
