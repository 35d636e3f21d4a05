<script setup lang="ts">
import type { ActiveElement, ChartData, ChartOptions } from 'chart.js'
import { Bar } from 'vue-chartjs'
import { inks } from '~/components/frame/chart'

/** How often each was so. A bar opens its permits. */
const props = defineProps<{
  bars: readonly { key: string; name: string; count: number }[]
  chosen: string | null
  label: string
}>()
const emit = defineEmits<{ choose: [key: string] }>()
/** Long names are cut in the chart; the table has them whole. */
const LONGEST = 34
const short = (name: string): string =>
  name.length > LONGEST ? `${name.slice(0, LONGEST - 1)}…` : name

const data = computed((): ChartData<'bar'> => {
  const { primary, stop } = inks()
  return {
    labels: props.bars.map(({ name }) => short(name)),
    datasets: [
      {
        label: props.label,
        data: props.bars.map(({ count }) => count),
        backgroundColor: props.bars.map(({ key }) => (key === props.chosen ? stop : primary)),
      },
    ],
  }
})
const options = computed((): ChartOptions<'bar'> => {
  const { text, rule } = inks()
  return {
    indexAxis: 'y',
    responsive: true,
    maintainAspectRatio: false,
    animation: false,
    plugins: { legend: { display: false } },
    onClick: (_event, [bar]: ActiveElement[]) => {
      if (bar) emit('choose', props.bars[bar.index]!.key)
    },
    scales: {
      x: { ticks: { color: text, precision: 0 }, grid: { color: rule }, beginAtZero: true },
      y: { ticks: { color: text }, grid: { display: false } },
    },
  }
})
const height = computed(() => `${70 + 30 * props.bars.length}px`)
</script>

<template>
  <div :style="{ height }" aria-hidden="true">
    <Bar :data="data" :options="options" />
  </div>
</template>
