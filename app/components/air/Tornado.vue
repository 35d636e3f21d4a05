<script setup lang="ts">
import type { Swing } from '#core/air/simulate'
import { figure } from '#shared/units/units'

/** What matters most: the 8 h average with one guess at either end, all others in the middle. */
const props = defineProps<{ swings: readonly Swing[] }>()
const most = computed(() => Math.max(...props.swings.map((swing) => swing.high), 1e-12))
const x = (value: number): number => (value / most.value) * 100
</script>

<template>
  <ul class="space-y-1.5">
    <li
      v-for="swing in swings"
      :key="swing.input"
      class="grid grid-cols-[minmax(0,1fr)] sm:grid-cols-[minmax(0,15rem)_minmax(0,1fr)_8rem] gap-x-4 items-center"
    >
      <span>{{ swing.input }}</span>
      <svg viewBox="0 0 100 8" preserveAspectRatio="none" class="w-full h-3" aria-hidden="true">
        <rect width="100" height="8" fill="var(--rule)" opacity="0.35" />
        <rect
          :x="x(swing.low)"
          :width="Math.max(0.5, x(swing.high) - x(swing.low))"
          height="8"
          fill="var(--ui-primary)"
        />
      </svg>
      <span class="text-sm sm:text-right">
        {{ figure(swing.low) }} to {{ figure(swing.high) }} mg/m³
      </span>
    </li>
  </ul>
</template>
