<script setup lang="ts">
import type { z } from 'zod'
import { dayText } from '#core/calendar/day'
import { calibratedSays } from '#core/inspection/calibration'
import { hoodRoutes } from '#shared/hood/routes'
import { surveyBody } from '#shared/hood/schema'
import { type StationAir } from '#shared/air/schema'
import { quantityText } from '#shared/units/units'
import { call } from '~/composables/api'
import { useEventIds } from '~/composables/event-id'
import { useSiteTime } from '~/composables/time'
import { useUnits } from '~/composables/units'

/** Surveys of one hood: what was measured, where the trend goes, and the next one to log. */
const props = defineProps<{ air: StationAir; mayWrite: boolean }>()
const emit = defineEmits<{ saved: [] }>()
const units = useUnits()
const { today } = useSiteTime()
const blank = () => ({
  on: today(),
  velocity: null as number | null,
  staticPressure: null as number | null,
  meterId: null as string | null,
  filterChanged: false,
  note: '',
})
const form = ref(blank())
const entry = surveyBody.omit({ id: true })
const { once } = useEventIds()
const send = (body: z.output<typeof entry>): Promise<unknown> =>
  once('survey', body, (id) =>
    call(hoodRoutes.survey, { params: { id: props.air.station.id }, body: { id, ...body } }),
  )
function saved(): void {
  form.value = blank()
  emit('saved')
}
const speed = (amount: number): string => quantityText({ amount, unit: 'm/s' }, units.value)
const pressure = (amount: number | null): string =>
  amount === null ? '–' : quantityText({ amount, unit: 'Pa static' }, units.value)
const outlook = computed(() => {
  const { trend } = props.air
  if (trend.because) return `No trend, because ${trend.because}.`
  const likely = trend.fallsOn ? `, most likely on ${dayText(trend.fallsOn)}` : ''
  return trend.mayFallOn === null
    ? 'The trend stays over the need for three years.'
    : `It may fall under the need from ${dayText(trend.mayFallOn)}${likely}.`
})
</script>

<template>
  <div class="space-y-4">
    <p class="font-semibold" data-testid="survey-outlook">{{ outlook }}</p>
    <SurveyChart
      v-if="air.surveys.length > 1 && air.hood"
      :surveys="air.surveys"
      :line="air.trend.line"
      :need="air.hood.need"
    />
    <FormFrame
      v-if="mayWrite"
      class="grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-5 gap-4 items-start"
      v-slot="{ busy }"
      :state="form"
      :schema="entry"
      :body="() => form"
      :send="send"
      @done="saved"
    >
      <UFormField label="Surveyed on" name="on">
        <UInput v-model="form.on" type="date" class="w-full" />
      </UFormField>
      <QuantityInput v-model="form.velocity" unit="m/s" label="Air speed" name="velocity" />
      <QuantityInput
        v-model="form.staticPressure"
        unit="Pa static"
        label="Static pressure"
        help="Blank: not measured"
        name="staticPressure"
      />
      <MeterPicker v-model="form.meterId" kind="airMeter" :day="form.on" />
      <UFormField label="Note" name="note">
        <UInput v-model="form.note" class="w-full" />
      </UFormField>
      <div class="space-y-2 pt-1">
        <UCheckbox v-model="form.filterChanged" label="Filter changed before" />
        <UButton type="submit" :loading="busy">Log the survey</UButton>
      </div>
    </FormFrame>
    <p v-if="air.surveys.length === 0" class="muted">No survey yet.</p>
    <div
      v-else
      class="overflow-x-auto max-h-80"
      tabindex="0"
      role="region"
      aria-label="Surveys logged"
    >
      <table class="list">
        <thead>
          <tr>
            <th>Day</th>
            <th>Air speed</th>
            <th>Static pressure</th>
            <th>Filter</th>
            <th>Meter</th>
            <th>By</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="survey in air.surveys" :key="survey.id">
            <td>{{ dayText(survey.on) }}</td>
            <td>{{ speed(survey.velocity) }}</td>
            <td>{{ pressure(survey.staticPressure) }}</td>
            <td>{{ survey.filterChanged ? 'changed' : '' }}</td>
            <td>
              {{ survey.meter ?? '–' }}
              <span v-if="!survey.calibrated" class="muted block">
                {{ calibratedSays(survey.calibrated) }}
              </span>
            </td>
            <td>
              {{ survey.by }}
              <span v-if="survey.note" class="muted block">{{ survey.note }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>
