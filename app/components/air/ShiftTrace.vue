<script setup lang="ts">
import { Scatter } from 'vue-chartjs'
import { SUBSTANCE_NAME, type Particulate } from '#core/exposure/terms'
import { chartOptions, inks, limitLine } from '~/components/frame/chart'

/** How the shift goes at planning values: near and far field over the minutes. */
const props = defineProps<{
  substance: Particulate
  points: readonly { minute: number; near: number; far: number }[]
  limit: { value: number; text: string } | null
  near: boolean
}>()
const data = computed(() => {
  const ink = inks()
  const line = (label: string, key: 'near' | 'far', color: string, dash: number[]) => ({
    label,
    data: props.points.map((point) => ({ x: point.minute, y: point[key] })),
    showLine: true,
    pointRadius: 0,
    borderColor: color,
    borderWidth: 2,
    borderDash: dash,
  })
  return {
    datasets: [
      ...(props.near ? [line('At the welder', 'near', ink.caution, [])] : []),
      line('In the room', 'far', ink.primary, [7, 4]),
    ],
  }
})
const options = computed(() =>
  chartOptions(
    { title: 'Minute of the shift', min: 0, max: props.points.at(-1)?.minute },
    { title: 'mg/m³', min: 0 },
    props.limit ? { limit: limitLine(props.limit.value, props.limit.text, inks().stop) } : {},
    true,
  ),
)
</script>

<template>
  <div class="h-64">
    <Scatter
      :data="data"
      :options="options"
      role="img"
      :aria-label="`${SUBSTANCE_NAME[substance]} over the shift; the averages stand in the table`"
    />
  </div>
</template>
