<script setup lang="ts">
import { Scatter } from 'vue-chartjs'
import { dayText, daysBetween } from '#core/calendar/day'
import { occasionName } from '#core/inspection/occasion'
import { trendRoutes, type ReadingTrend } from '#shared/inspection/trend'
import type { Gear } from '#shared/inspection/schema'
import { display } from '#shared/units/units'
import { chartOptions, inks, limitLine } from '~/components/frame/chart'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useUnits } from '~/composables/units'

/** Readings of a piece of gear over time, and when they will cross their limit. */
const props = defineProps<{ gear: Gear }>()
const units = useUnits()
const { data, load } = useLoad(() =>
  call(trendRoutes.gearReadings, { params: { kind: props.gear.kind, id: props.gear.id } }),
)
onMounted(load)
defineExpose({ load })

const WHY = {
  tooFew: 'Too few readings to say where it goes.',
  noTrend: 'It goes nowhere that could be told from chance.',
  sameDay: 'All readings are of one day.',
} as const
function saysOf(trend: ReadingTrend): string {
  if (trend.why) return WHY[trend.why]
  if (!trend.crossesOn) return 'It stays within its limit for the next five years.'
  const early = trend.earliestOn ? `, as early as ${dayText(trend.earliestOn)}` : ''
  return `At this rate it crosses its limit on ${dayText(trend.crossesOn)}${early}.`
}
const time = (day: string): number => Date.parse(day)
function chartOf(trend: ReadingTrend) {
  const { from } = display(trend.unit, units.value)
  const { primary, text, stop } = inks()
  const last = trend.readings.at(-1)!.on
  const ends = trend.straight ? [trend.straight.first, trend.crossesOn ?? last] : []
  return {
    data: {
      datasets: [
        {
          label: 'Readings',
          data: trend.readings.map(({ on, value }) => ({ x: time(on), y: from(value) })),
          pointRadius: 4,
          backgroundColor: primary,
        },
        {
          label: 'Where it goes',
          data: ends.map((day) => ({
            x: time(day),
            y: from(
              trend.straight!.level +
                trend.straight!.slope * daysBetween(trend.straight!.first, day),
            ),
          })),
          showLine: true,
          pointRadius: 0,
          borderColor: text,
          borderDash: [6, 4],
          borderWidth: 1.5,
        },
      ],
    },
    options: chartOptions(
      { title: '', tick: (value) => new Date(value).toISOString().slice(0, 7) },
      { title: display(trend.unit, units.value).unit },
      {
        ...(trend.max !== null && { max: limitLine(from(trend.max), 'at most', stop) }),
        ...(trend.min !== null &&
          trend.min > 0 && { min: limitLine(from(trend.min), 'at least', stop) }),
      },
    ),
  }
}
const shown = computed(() =>
  (data.value ?? []).map((trend) => ({ trend, says: saysOf(trend), ...chartOf(trend) })),
)
</script>

<template>
  <section v-if="shown.length > 0" class="panel p-4 sm:p-6 space-y-5" aria-labelledby="readings">
    <h2 id="readings">Readings</h2>
    <div v-for="one in shown" :key="`${one.trend.occasion} ${one.trend.line}`">
      <h3 class="font-semibold">
        {{ one.trend.name }}
        <span class="muted font-normal">
          {{ occasionName(one.trend.occasion, gear.everyDays) }}
        </span>
      </h3>
      <p :class="{ 'font-semibold': one.trend.crossesOn }">{{ one.says }}</p>
      <div class="h-52">
        <Scatter
          :data="one.data"
          :options="one.options"
          role="img"
          :aria-label="`${one.trend.name}: ${one.trend.readings.length} readings`"
        />
      </div>
    </div>
  </section>
</template>
