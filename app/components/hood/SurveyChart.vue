<script setup lang="ts">
import { Scatter } from 'vue-chartjs'
import type { StationAir } from '#shared/air/schema'
import { display } from '#shared/units/units'
import { chartOptions, inks, limitLine } from '~/components/frame/chart'
import { useUnits } from '~/composables/units'

const props = defineProps<{
  surveys: StationAir['surveys']
  line: StationAir['trend']['line']
  need: number
}>()
const units = useUnits()
const speed = computed(() => display('m/s', units.value))
const point = (on: string, value: number): { x: number; y: number } => ({
  x: Date.parse(on),
  y: speed.value.from(value),
})
const data = computed(() => {
  const ink = inks()
  const line = (key: 'expected' | 'low' | 'high', dash: number[]) => ({
    label: key,
    data: props.line.map((at) => point(at.on, at[key])),
    showLine: true,
    pointRadius: 0,
    borderColor: ink.primary,
    borderDash: dash,
    borderWidth: key === 'expected' ? 2 : 1.2,
  })
  return {
    datasets: [
      {
        label: 'Surveys',
        data: props.surveys.map((survey) => point(survey.on, survey.velocity)),
        backgroundColor: ink.text,
        pointRadius: 5,
        pointStyle: props.surveys.map((survey) => (survey.filterChanged ? 'rectRot' : 'circle')),
      },
      ...(props.line.length > 1
        ? [line('expected', []), line('low', [6, 4]), line('high', [6, 4])]
        : []),
    ],
  }
})
const options = computed(() =>
  chartOptions(
    { title: 'Day', tick: (value) => new Date(value).toISOString().slice(0, 10) },
    { title: `Air speed, ${speed.value.unit}`, min: 0 },
    { need: limitLine(speed.value.from(props.need), 'needed', inks().stop) },
  ),
)
</script>

<template>
  <figure>
    <div class="h-64">
      <Scatter
        :data="data"
        :options="options"
        aria-label="Surveys over time with the trend; the same figures stand in the table below"
        role="img"
      />
    </div>
    <figcaption class="muted text-sm">
      A diamond marks a changed filter. Solid: trend; dashed: 90 % prediction interval.
    </figcaption>
  </figure>
</template>
