<script setup lang="ts">
import type { z } from 'zod'
import { SUBSTANCES, SUBSTANCE_NAME, unitOf, unitText, type Substance } from '#core/exposure/terms'
import { jobRoutes } from '#shared/job/routes'
import { samplingRoutes } from '#shared/sampling/routes'
import { sampleBody } from '#shared/sampling/schema'
import { call } from '~/composables/api'
import { parseNumber } from '~/components/frame/number-text'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'

/** One sample, or one part of a day's. Group, task, report and day stay for the next one. */
const emit = defineEmits<{ logged: [] }>()
const { today } = useSiteTime()
const jobs = useLoad(() => call(jobRoutes.jobs, { query: {} }))
onMounted(jobs.load)

const USUAL_MINUTES = 420
const SHIFT_MINUTES = 480
const NO_JOB = 'none'
const blank = () => ({
  on: today(),
  kind: 'personal' as 'personal' | 'area',
  group: '',
  who: '',
  task: '',
  pump: '',
  substance: 'manganese' as Substance,
  startsAt: null as string | null,
  minutes: USUAL_MINUTES,
  shiftMinutes: SHIFT_MINUTES,
  value: Number.NaN,
  underDetection: false,
  rest: 'as_sampled' as 'as_sampled' | 'unexposed',
  reference: '',
  jobId: null as string | null,
})
const form = ref(blank())
const value = computed({
  get: () => (Number.isNaN(form.value.value) ? '' : String(form.value.value)),
  set: (typed: string) => {
    form.value.value = parseNumber(typed) ?? Number.NaN
  },
})
const startsAt = computed({
  get: () => form.value.startsAt ?? '',
  set: (time: string) => {
    form.value.startsAt = time === '' ? null : time
  },
})
const job = computed({
  get: () => form.value.jobId ?? NO_JOB,
  set: (id) => {
    form.value.jobId = id === NO_JOB ? null : id
  },
})
const resultLabel = computed(() => `Result, ${unitText(unitOf(form.value.substance))}`)
const jobChoices = computed(() => [
  { value: NO_JOB, label: 'No job named' },
  ...(jobs.data.value?.rows ?? []).map(({ id, number, title }) => ({
    value: id,
    label: `${number} ${title}`,
  })),
])
const KINDS = [
  { value: 'personal', label: 'Personal' },
  { value: 'area', label: 'Area' },
] as const
const RESTS = [
  { value: 'as_sampled', label: 'Was like the sample' },
  { value: 'unexposed', label: 'Was away from fume' },
] as const
const SUBSTANCE_CHOICES = SUBSTANCES.map((value) => ({ value, label: SUBSTANCE_NAME[value] }))

const send = (body: z.output<typeof sampleBody>): Promise<unknown> =>
  call(samplingRoutes.createSample, { body })
function logged(): void {
  const { group, task, reference, on } = form.value
  form.value = { ...blank(), group, task, reference, on }
  emit('logged')
}
</script>

<template>
  <FormFrame
    v-slot="{ busy }"
    class="panel p-4 sm:p-6 grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-4 gap-4 items-start"
    :state="form"
    :schema="sampleBody"
    :body="() => form"
    :send="send"
    @done="logged"
  >
    <UFormField label="Day" name="on">
      <UInput v-model="form.on" type="date" class="w-full" />
    </UFormField>
    <ChoiceRow v-model="form.kind" legend="Kind" :options="KINDS" />
    <UFormField label="Group of people" help="Same work, same exposure" name="group">
      <UInput v-model="form.group" class="w-full" />
    </UFormField>
    <UFormField label="Person, or spot" name="who">
      <UInput v-model="form.who" class="w-full" />
    </UFormField>
    <UFormField label="Task" name="task">
      <UInput v-model="form.task" class="w-full" />
    </UFormField>
    <UFormField label="Substance" name="substance">
      <USelect v-model="form.substance" :items="SUBSTANCE_CHOICES" class="w-full" />
    </UFormField>
    <UFormField :label="resultLabel" name="value">
      <UInput v-model="value" inputmode="decimal" class="w-full" />
    </UFormField>
    <div class="sm:pt-8">
      <UCheckbox v-model="form.underDetection" label="Under detection: this is the limit" />
    </div>
    <UFormField label="Started at" help="Where a day has several parts" name="startsAt">
      <UInput v-model="startsAt" type="time" class="w-full" />
    </UFormField>
    <UFormField label="Minutes sampled" name="minutes">
      <UInput v-model.number="form.minutes" type="number" min="1" class="w-full" />
    </UFormField>
    <UFormField label="Shift, minutes" name="shiftMinutes">
      <UInput v-model.number="form.shiftMinutes" type="number" min="1" class="w-full" />
    </UFormField>
    <ChoiceRow
      v-model="form.rest"
      legend="The rest of the shift"
      class="lg:col-span-2"
      :options="RESTS"
    />
    <UFormField label="Pump" name="pump">
      <UInput v-model="form.pump" class="w-full" />
    </UFormField>
    <UFormField label="Report" name="reference">
      <UInput v-model="form.reference" class="w-full" />
    </UFormField>
    <UFormField label="Job" name="jobId" class="lg:col-span-2">
      <USelect v-model="job" :items="jobChoices" class="w-full" />
    </UFormField>
    <UButton type="submit" :loading="busy" class="justify-self-start">Log it</UButton>
  </FormFrame>
</template>
