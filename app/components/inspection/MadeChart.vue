<script setup lang="ts">
import type { ChartData, ChartOptions } from 'chart.js'
import { Bar } from 'vue-chartjs'
import type { Trend } from '#shared/inspection/trend'
import { inks } from '~/components/frame/chart'

/** Looks made by month: in time, and late. */
const props = defineProps<{ months: Trend['months'] }>()
const data = computed((): ChartData<'bar'> => {
  const { primary, caution } = inks()
  return {
    labels: props.months.map(({ month }) => month.slice(0, 7)),
    datasets: [
      {
        label: 'In time',
        data: props.months.map(({ made, late }) => made - late),
        backgroundColor: primary,
      },
      { label: 'Late', data: props.months.map(({ late }) => late), backgroundColor: caution },
    ],
  }
})
const options = computed((): ChartOptions<'bar'> => {
  const { text, rule } = inks()
  return {
    responsive: true,
    maintainAspectRatio: false,
    animation: false,
    scales: {
      x: { stacked: true, ticks: { color: text }, grid: { display: false } },
      y: { stacked: true, beginAtZero: true, ticks: { color: text }, grid: { color: rule } },
    },
    plugins: { legend: { labels: { color: text } } },
  }
})
</script>

<template>
  <div class="h-64">
    <Bar :data="data" :options="options" role="img" aria-label="Looks by month" />
  </div>
</template>
