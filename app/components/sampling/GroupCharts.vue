<script setup lang="ts">
import { dayText } from '#core/calendar/day'
import { Scatter } from 'vue-chartjs'
import { LIMIT_SET_NAME, SUBSTANCE_NAME, unitText } from '#core/exposure/terms'
import type { SampleGroup } from '#shared/sampling/schema'
import { figure, percentText } from '#shared/units/units'
import { chartOptions, inks, limitLine } from '~/components/frame/chart'

/** One group and substance: verdict, figures with both confidence habits, probability plot and time series. */
const props = defineProps<{ group: SampleGroup }>()
const unit = computed(() => unitText(props.group.unit))
const lines = computed(() =>
  Object.fromEntries(
    props.group.limits.map((limit) => [
      limit.set,
      limitLine(
        limit.value,
        LIMIT_SET_NAME[limit.set],
        limit.decides ? inks().stop : inks().text,
        limit.decides,
      ),
    ]),
  ),
)
const seriesData = computed(() => ({
  datasets: [
    {
      label: 'Days',
      data: props.group.days.map((day) => ({ x: Date.parse(day.on), y: day.value })),
      pointRadius: 5,
      pointStyle: props.group.days.map((day) => (day.underDetection ? 'crossRot' : 'circle')),
      backgroundColor: inks().primary,
      borderColor: inks().primary,
      borderWidth: 2,
    },
  ],
}))
const seriesOptions = computed(() =>
  chartOptions(
    { title: 'Day', tick: (value) => new Date(value).toISOString().slice(0, 10) },
    { title: `8 h average, ${unit.value}`, log: true },
    lines.value,
  ),
)
const plotData = computed(() => {
  const { fit, points } = props.group
  const ends = [-2.4, 2.4]
  return {
    datasets: [
      {
        label: 'Results',
        data: points.map((point) => ({ x: point.score, y: point.value })),
        pointRadius: 5,
        backgroundColor: inks().primary,
      },
      ...(fit
        ? [
            {
              label: 'Lognormal fit',
              data: ends.map((x) => ({ x, y: fit.gm * fit.gsd ** x })),
              showLine: true,
              pointRadius: 0,
              borderColor: inks().text,
              borderWidth: 1.5,
            },
          ]
        : []),
    ],
  }
})
/** Normal scores said as percentiles. */
const PERCENT: Record<string, string> = {
  '-2': '2 %',
  '-1': '16 %',
  '0': '50 %',
  '1': '84 %',
  '2': '98 %',
}
const plotOptions = computed(() =>
  chartOptions(
    {
      title: 'Share of days below',
      min: -2.5,
      max: 2.5,
      tick: (value) => PERCENT[String(value)] ?? '',
    },
    { title: `8 h average, ${unit.value}`, log: true },
    lines.value,
  ),
)
const percent = (share: number | null): string => (share === null ? '–' : percentText(share))
</script>

<template>
  <div class="space-y-4" data-testid="sample-group">
    <FindingLine :finding="group.finding" />
    <dl v-if="group.fit" class="grid grid-cols-2 sm:grid-cols-4 lg:grid-cols-7 gap-x-6 gap-y-2">
      <div>
        <dt class="muted text-sm">Days</dt>
        <dd class="plate text-3xl">{{ group.fit.n }}</dd>
      </div>
      <div>
        <dt class="muted text-sm">Geometric mean</dt>
        <dd class="plate text-3xl">{{ figure(group.fit.gm) }}</dd>
      </div>
      <div>
        <dt class="muted text-sm">GSD</dt>
        <dd class="plate text-3xl">{{ figure(group.fit.gsd) }}</dd>
      </div>
      <div>
        <dt class="muted text-sm">95th percentile</dt>
        <dd class="plate text-3xl">{{ figure(group.fit.p95) }}</dd>
      </div>
      <div>
        <dt class="muted text-sm">Its upper limit, 70 %</dt>
        <dd class="plate text-3xl">{{ figure(group.fit.upper70) }}</dd>
      </div>
      <div>
        <dt class="muted text-sm">Its upper limit, 95 %</dt>
        <dd class="plate text-3xl">{{ figure(group.fit.upper95) }}</dd>
      </div>
      <div>
        <dt class="muted text-sm">Days over the limit</dt>
        <dd class="plate text-3xl">{{ percent(group.fit.exceedance) }}</dd>
      </div>
    </dl>
    <p v-if="group.compliance" class="muted">
      EN 689 {{ group.compliance.test }} test: {{ group.compliance.sentence }}
    </p>
    <div v-if="group.points.length" class="grid grid-cols-1 lg:grid-cols-2 gap-6">
      <figure>
        <div class="h-72">
          <Scatter
            :data="seriesData"
            :options="seriesOptions"
            role="img"
            :aria-label="`${SUBSTANCE_NAME[group.substance]} by day with limits`"
          />
        </div>
        <figcaption class="muted text-sm">
          Days; a cross lies under the detection limit. Bold line: the limit that decides.
        </figcaption>
      </figure>
      <figure>
        <div class="h-72">
          <Scatter
            :data="plotData"
            :options="plotOptions"
            role="img"
            :aria-label="`Probability plot of ${SUBSTANCE_NAME[group.substance]}`"
          />
        </div>
        <figcaption class="muted text-sm">
          Probability plot; points near the line are lognormal.
        </figcaption>
      </figure>
    </div>
    <details>
      <summary class="cursor-pointer muted underline underline-offset-2 py-1">
        The same as a table
      </summary>
      <SideScroll label="Results by day">
        <table class="list max-w-xl">
          <thead>
            <tr>
              <th>Day</th>
              <th>Who</th>
              <th>8 h average, {{ unit }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="day in group.days" :key="`${day.on} ${day.who}`">
              <td>{{ dayText(day.on) }}</td>
              <td>{{ day.who }}</td>
              <td>{{ day.underDetection ? 'under ' : '' }}{{ figure(day.value) }}</td>
            </tr>
          </tbody>
        </table>
      </SideScroll>
    </details>
  </div>
</template>
