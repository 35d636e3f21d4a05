<script setup lang="ts">
import { Scatter } from 'vue-chartjs'
import { SUBSTANCE_NAME } from '#core/exposure/terms'
import type { Pairs } from '#shared/sampling/schema'
import { chartOptions, inks } from '~/components/frame/chart'

/** Estimate across, measurement up; the line is where they agree. */
const props = defineProps<{ pairs: Pairs }>()
const all = computed(() => props.pairs.pairs.flatMap((pair) => [pair.predicted, pair.measured]))
const ends = computed(() => [Math.min(...all.value) / 2, Math.max(...all.value) * 2])
const STYLES = ['circle', 'rect', 'triangle', 'rectRot', 'star'] as const
const data = computed(() => {
  const substances = [...new Set(props.pairs.pairs.map((pair) => pair.substance))]
  return {
    datasets: [
      ...substances.map((substance, i) => ({
        label: SUBSTANCE_NAME[substance],
        data: props.pairs.pairs
          .filter((pair) => pair.substance === substance)
          .map((pair) => ({ x: pair.predicted, y: pair.measured })),
        pointStyle: STYLES[i % STYLES.length]!,
        pointRadius: 6,
        backgroundColor: inks().primary,
        borderColor: inks().primary,
      })),
      {
        label: 'Estimate = measurement',
        data: ends.value.map((x) => ({ x, y: x })),
        showLine: true,
        pointRadius: 0,
        borderColor: inks().text,
        borderWidth: 1.2,
        borderDash: [6, 4],
      },
    ],
  }
})
const options = computed(() =>
  chartOptions(
    { title: 'Estimated median, mg/m³', log: true },
    { title: 'Measured, mg/m³', log: true },
    {},
    true,
  ),
)
</script>

<template>
  <div class="h-80">
    <Scatter
      :data="data"
      :options="options"
      role="img"
      aria-label="Estimates against measurements"
    />
  </div>
</template>
