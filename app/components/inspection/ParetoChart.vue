<script setup lang="ts">
import type { ActiveElement, ChartData, ChartOptions } from 'chart.js'
import { Bar } from 'vue-chartjs'
import type { TrendBar } from '#shared/inspection/trend'
import { inks } from '~/components/frame/chart'

/** Failures, most first, and the share that they make together. A bar opens its records. */
const props = defineProps<{ bars: readonly TrendBar[]; chosen: string | null }>()
const emit = defineEmits<{ choose: [key: string] }>()

const data = computed((): ChartData<'bar'> => {
  const { primary, stop, text } = inks()
  return {
    labels: props.bars.map(({ name }) => name),
    datasets: [
      {
        label: 'Failed lines',
        data: props.bars.map(({ count }) => count),
        backgroundColor: props.bars.map(({ key }) => (key === props.chosen ? stop : primary)),
        yAxisID: 'y',
        order: 2,
      },
      {
        type: 'line',
        label: 'Share up to here, %',
        data: props.bars.map(({ upTo }) => upTo * 100),
        borderColor: text,
        backgroundColor: text,
        borderWidth: 1.5,
        pointRadius: 3,
        yAxisID: 'share',
        order: 1,
      } as never,
    ],
  }
})
const options = computed((): ChartOptions<'bar'> => {
  const { text, rule } = inks()
  return {
    responsive: true,
    maintainAspectRatio: false,
    animation: false,
    onClick: (_, elements: ActiveElement[]) => {
      const bar = props.bars[elements[0]?.index ?? -1]
      if (bar) emit('choose', bar.key)
    },
    scales: {
      x: { ticks: { color: text, autoSkip: false, maxRotation: 60 }, grid: { display: false } },
      y: {
        beginAtZero: true,
        ticks: { color: text, precision: 0 },
        grid: { color: rule },
        title: { display: true, text: 'Failed lines', color: text },
      },
      share: {
        position: 'right',
        min: 0,
        max: 100,
        ticks: { color: text, callback: (value) => `${value} %` },
        grid: { display: false },
      },
    },
    plugins: { legend: { display: false } },
  }
})
</script>

<template>
  <div class="h-96">
    <Bar
      :data="data"
      :options="options"
      :aria-label="`${bars.length} bars, listed below`"
      role="img"
    />
  </div>
</template>
