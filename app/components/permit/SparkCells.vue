<script setup lang="ts">
import type { Landing } from '#core/sparks/flight'

/** Where hot drops come to lie on a floor: the darker the more. */
const props = defineProps<{ landings: readonly Landing[]; floor: string }>()
/** m */
const SIDE = 0.5
const LEAST = 0.25

const cells = computed(() => {
  const counts = new Map<string, { x: number; y: number; count: number }>()
  for (const { x, y, floor } of props.landings) {
    if (floor !== props.floor) continue
    const at = { x: Math.floor(x / SIDE) * SIDE, y: Math.floor(y / SIDE) * SIDE }
    const key = `${at.x} ${at.y}`
    counts.set(key, { ...at, count: (counts.get(key)?.count ?? 0) + 1 })
  }
  const most = Math.max(1, ...[...counts.values()].map(({ count }) => count))
  // By how many times as many, so that a single spark far out is seen.
  const shade = (count: number): number =>
    LEAST + (1 - LEAST) * (Math.log1p(count) / Math.log1p(most))
  return [...counts].map(([key, { x, y, count }]) => ({ key, x, y, opacity: shade(count) }))
})
</script>

<template>
  <g data-testid="spark-cells" aria-hidden="true">
    <rect
      v-for="cell in cells"
      :key="cell.key"
      :x="cell.x"
      :y="-cell.y - SIDE"
      :width="SIDE"
      :height="SIDE"
      :opacity="cell.opacity"
      class="hot-spot"
    />
  </g>
</template>

<style scoped>
.hot-spot {
  fill: var(--level-stop);
  pointer-events: none;
}
</style>
