<script setup lang="ts">
import { Scatter } from 'vue-chartjs'
import { SUBSTANCE_NAME, unitOf, unitText } from '#core/exposure/terms'
import type { StationAir } from '#shared/air/schema'
import { figure } from '#shared/units/units'
import { chartOptions, inks, limitLine } from '~/components/frame/chart'
import { useSiteTime } from '~/composables/time'

/** The last eight hours of one substance, with the limit it is held against. */
const props = defineProps<{ trace: StationAir['traces'][number] }>()
const { clock } = useSiteTime()
const unit = computed(() => unitText(unitOf(props.trace.substance)))
const last = computed(() => props.trace.points.at(-1))
const now = computed(() => (last.value ? figure(last.value.value) : null))
const says = computed(
  () =>
    `${SUBSTANCE_NAME[props.trace.substance]} over the last eight hours, now ${now.value ?? 'nothing'} ${unit.value}`,
)
const data = computed(() => ({
  datasets: [
    {
      label: SUBSTANCE_NAME[props.trace.substance],
      data: props.trace.points.map((point) => ({ x: Date.parse(point.at), y: point.value })),
      showLine: true,
      stepped: 'before' as const,
      pointRadius: 0,
      borderColor: inks().primary,
      borderWidth: 2,
    },
  ],
}))
const options = computed(() =>
  chartOptions(
    { title: 'Time', tick: (value) => clock(new Date(value).toISOString()) },
    { title: unit.value, min: 0 },
    props.trace.limit
      ? { limit: limitLine(props.trace.limit.value, props.trace.limit.text, inks().stop) }
      : {},
  ),
)
</script>

<template>
  <figure class="grid grid-cols-1 sm:grid-cols-[9rem_minmax(0,1fr)] gap-4 items-center">
    <figcaption>
      <span class="block font-semibold">{{ SUBSTANCE_NAME[trace.substance] }}</span>
      <span class="plate text-5xl block mt-1" aria-live="polite">
        {{ now ?? '–' }}
      </span>
      <span class="muted">{{ unit }}, {{ last ? clock(last.at) : 'nothing' }}</span>
    </figcaption>
    <div class="h-44">
      <Scatter :data="data" :options="options" role="img" :aria-label="says" />
    </div>
  </figure>
</template>
