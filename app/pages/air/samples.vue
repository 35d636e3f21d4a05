<script setup lang="ts">
import { SUBSTANCES, SUBSTANCE_NAME, unitOf, type Substance } from '#core/exposure/terms'
import { airRoutes } from '#shared/api/air'
import { routes } from '#shared/api/routes'
import type { ImportPreview } from '#shared/air/schema'
import { sampleBody } from '#shared/sampling/schema'
import { figure } from '#shared/units/units'
import { addressOf, call } from '~/composables/api'
import { parseNumber } from '~/components/frame/number-text'
import { useListState } from '~/composables/list'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'
import { useSiteTime } from '~/composables/time'
import { useSession } from '~/stores/session'

/** Air samples: groups judged, estimates against measurements, the log, import and export. */
useHead({ title: 'Air samples · Zonaris' })
const session = useSession()
const toast = useToast()
const { today } = useSiteTime()
const mayWrite = computed(() => session.may('lead', 'instructor'))
const list = useListState(['newest', 'group'] as const, ['g', 's'])
const samples = useLoad(() => call(airRoutes.samples, { query: list.query.value }))
watch(list.query, samples.load, { immediate: true, deep: true })
const groups = useLoad(() => call(airRoutes.sampleGroups, {}))
const pairs = useLoad(() => call(airRoutes.samplePairs, {}))
const jobs = useLoad(() => call(routes.jobs, { query: {} }))
const chosen = computed(() => {
  const { g, s } = list.filters.value
  const all = groups.data.value ?? []
  return (
    all.find((entry) => entry.group === g && entry.substance === s) ??
    all.reduce<(typeof all)[number] | null>(
      (most, entry) => (!most || entry.days > most.days ? entry : most),
      null,
    )
  )
})
const group = useLoad(() =>
  call(airRoutes.sampleGroup, {
    query: { group: chosen.value!.group, substance: chosen.value!.substance },
  }),
)
watch(chosen, (now) => {
  if (now) void group.load()
})
onMounted(() => Promise.all([groups.load(), pairs.load(), jobs.load()]))
const key = computed({
  get: () => (chosen.value ? `${chosen.value.substance} ${chosen.value.group}` : ''),
  set: (value) => {
    const [substance, ...name] = value.split(' ')
    list.put({ s: substance, g: name.join(' ') })
  },
})
async function reload(): Promise<void> {
  await Promise.all([samples.load(), groups.load(), pairs.load()])
  if (chosen.value) await group.load()
}

const { busy, errors, message, submit, check } = useSubmit()
const NO_JOB = 'none'
const blank = () => ({
  on: today(),
  kind: 'personal' as 'personal' | 'area',
  group: '',
  who: '',
  task: '',
  pump: '',
  substance: 'manganese' as Substance,
  minutes: 420 as number,
  shiftMinutes: 480 as number,
  value: Number.NaN,
  underDetection: false,
  rest: 'as_sampled' as 'as_sampled' | 'unexposed',
  reference: '',
  jobId: null as string | null,
})
const form = ref(blank())
const adding = ref(false)
const value = computed({
  get: () => (Number.isNaN(form.value.value) ? '' : String(form.value.value)),
  set: (typed: string) => {
    form.value.value = parseNumber(typed) ?? Number.NaN
  },
})
const job = computed({
  get: () => form.value.jobId ?? NO_JOB,
  set: (id) => {
    form.value.jobId = id === NO_JOB ? null : id
  },
})
async function save(): Promise<void> {
  const body = check(sampleBody, form.value)
  if (!body || !(await submit(() => call(airRoutes.createSample, { body })))) return
  form.value = {
    ...blank(),
    group: form.value.group,
    task: form.value.task,
    reference: form.value.reference,
    on: form.value.on,
  }
  await reload()
  toast.add({ title: 'Sample logged', icon: 'i-lucide-check' })
}
async function remove(id: string): Promise<void> {
  if (await submit(() => call(airRoutes.removeSample, { params: { id } }))) await reload()
}
const send = (text: string, format: 'csv' | 'json', apply: boolean): Promise<ImportPreview> =>
  call(airRoutes.importSamples, { body: { text, format, apply } })
async function applied(rows: number): Promise<void> {
  toast.add({ title: `${rows} samples taken over`, icon: 'i-lucide-check' })
  await reload()
}
const removing = ref<string | null>(null)
const print = (): void => window.print()
</script>

<template>
  <div class="space-y-6">
    <div class="flex flex-wrap items-end gap-3">
      <div class="grow">
        <p class="muted"><NuxtLink class="link" to="/air">Air</NuxtLink></p>
        <h1>Samples</h1>
      </div>
      <UButton
        variant="outline"
        color="neutral"
        icon="i-lucide-download"
        class="no-print"
        :to="addressOf(airRoutes.exportSamples)"
        target="_blank"
        external
      >
        CSV
      </UButton>
      <UButton
        variant="outline"
        color="neutral"
        icon="i-lucide-printer"
        class="no-print"
        @click="print"
      >
        Print
      </UButton>
      <UButton v-if="mayWrite" icon="i-lucide-plus" class="no-print" @click="adding = !adding">
        Log a sample
      </UButton>
    </div>
    <form
      v-if="adding"
      class="panel p-4 sm:p-6 grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-4 gap-4 items-start no-print"
      novalidate
      @submit.prevent="save"
    >
      <UFormField label="Day" :error="errors.on">
        <UInput v-model="form.on" type="date" class="w-full" />
      </UFormField>
      <ChoiceRow
        v-model="form.kind"
        legend="Kind"
        :options="[
          { value: 'personal', label: 'Personal' },
          { value: 'area', label: 'Area' },
        ]"
      />
      <UFormField label="Group of people" help="Same work, same exposure" :error="errors.group">
        <UInput v-model="form.group" class="w-full" />
      </UFormField>
      <UFormField label="Person, or spot" :error="errors.who">
        <UInput v-model="form.who" class="w-full" />
      </UFormField>
      <UFormField label="Task" :error="errors.task">
        <UInput v-model="form.task" class="w-full" />
      </UFormField>
      <UFormField label="Substance">
        <USelect
          v-model="form.substance"
          :items="SUBSTANCES.map((value) => ({ value, label: SUBSTANCE_NAME[value] }))"
          class="w-full"
        />
      </UFormField>
      <UFormField
        :label="`Result, ${unitOf(form.substance) === 'ppm' ? 'ppm' : 'mg/m³'}`"
        :error="errors.value"
      >
        <UInput v-model="value" inputmode="decimal" class="w-full" />
      </UFormField>
      <div class="sm:pt-8">
        <UCheckbox v-model="form.underDetection" label="Under detection: this is the limit" />
      </div>
      <UFormField label="Minutes sampled" :error="errors.minutes">
        <UInput v-model.number="form.minutes" type="number" min="1" class="w-full" />
      </UFormField>
      <UFormField label="Shift, minutes" :error="errors.shiftMinutes">
        <UInput v-model.number="form.shiftMinutes" type="number" min="1" class="w-full" />
      </UFormField>
      <ChoiceRow
        v-model="form.rest"
        legend="The rest of the shift"
        class="lg:col-span-2"
        :options="[
          { value: 'as_sampled', label: 'Was like the sample' },
          { value: 'unexposed', label: 'Was away from fume' },
        ]"
      />
      <UFormField label="Pump" :error="errors.pump">
        <UInput v-model="form.pump" class="w-full" />
      </UFormField>
      <UFormField label="Report" :error="errors.reference">
        <UInput v-model="form.reference" class="w-full" />
      </UFormField>
      <UFormField label="Job" class="lg:col-span-2">
        <USelect
          v-model="job"
          :items="[
            { value: NO_JOB, label: 'No job named' },
            ...(jobs.data.value?.rows ?? []).map((row) => ({
              value: row.id,
              label: `${row.number} ${row.title}`,
            })),
          ]"
          class="w-full"
        />
      </UFormField>
      <p
        v-if="message && Object.keys(errors).length === 0"
        role="alert"
        class="text-stop font-semibold sm:col-span-2"
      >
        {{ message }}
      </p>
      <UButton type="submit" :loading="busy" class="justify-self-start">Log it</UButton>
    </form>
    <section
      v-if="groups.data.value?.length"
      class="panel p-4 sm:p-6 space-y-4"
      aria-labelledby="groups"
    >
      <div class="flex flex-wrap gap-3 items-end">
        <h2 id="groups" class="grow">Is it under the limit?</h2>
        <USelect
          v-model="key"
          :items="
            (groups.data.value ?? []).map((entry) => ({
              value: `${entry.substance} ${entry.group}`,
              label: `${entry.group}: ${SUBSTANCE_NAME[entry.substance]}, ${entry.days} ${entry.days === 1 ? 'day' : 'days'}`,
            }))
          "
          aria-label="Group and substance"
          class="w-full sm:w-96"
          data-testid="group"
        />
      </div>
      <Failure v-if="group.failure.value" :failure="group.failure.value" @retry="group.load" />
      <GroupCharts v-else-if="group.data.value" :group="group.data.value" />
    </section>
    <section
      v-if="pairs.data.value?.pairs.length"
      class="panel p-4 sm:p-6 space-y-4"
      aria-labelledby="pairs"
    >
      <h2 id="pairs">Estimate against measurement</h2>
      <PairChart :pairs="pairs.data.value" />
      <ul class="space-y-1" data-testid="calibrations">
        <li v-for="entry in pairs.data.value.calibrations" :key="entry.substance">
          <span class="font-semibold">{{ SUBSTANCE_NAME[entry.substance] }}:</span>
          <template v-if="entry.factor === null">no factor, because {{ entry.because }}.</template>
          <template v-else>
            over {{ entry.pairs }} pairs, measured is {{ figure(entry.factor) }} times the estimate
            (90 % between {{ figure(entry.low!) }} and {{ figure(entry.high!) }}).
            {{ entry.off ? 'The model is off here.' : 'Not shown to be off.' }}
          </template>
        </li>
      </ul>
      <p class="muted text-sm">
        The factor is shown beside estimates; it never lowers a judgement by itself.
      </p>
    </section>
    <section aria-labelledby="log" class="space-y-3">
      <h2 id="log">Log</h2>
      <div class="flex flex-wrap gap-3 no-print">
        <UInput
          v-model="list.q.value"
          type="search"
          icon="i-lucide-search"
          placeholder="Group, person, task, substance or report"
          class="grow max-w-xl"
          aria-label="Search samples"
        />
        <USelect
          v-model="list.sort.value"
          :items="[
            { value: 'newest', label: 'Newest first' },
            { value: 'group', label: 'By group' },
          ]"
          aria-label="Order"
          class="w-44"
        />
      </div>
      <Failure
        v-if="samples.failure.value"
        :failure="samples.failure.value"
        @retry="samples.load"
      />
      <p v-else-if="samples.data.value?.rows.length === 0" class="panel p-6 muted">
        {{
          list.q.value
            ? 'Nothing matches.'
            : "No samples yet. Log one, or import a laboratory's file."
        }}
      </p>
      <div v-else class="panel overflow-x-auto">
        <table class="list">
          <thead>
            <tr>
              <th>Day</th>
              <th>Group</th>
              <th>Who</th>
              <th>Task</th>
              <th>Substance</th>
              <th>Result</th>
              <th>Minutes</th>
              <th>Report</th>
              <th><span class="sr-only">Take out</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="sample in samples.data.value?.rows ?? []" :key="sample.id">
              <td class="whitespace-nowrap">{{ sample.on }}</td>
              <td>
                {{ sample.group }}
                <span v-if="sample.kind === 'area'" class="muted block text-sm">area</span>
              </td>
              <td>{{ sample.who }}</td>
              <td>{{ sample.task }}</td>
              <td>{{ SUBSTANCE_NAME[sample.substance] }}</td>
              <td class="whitespace-nowrap">
                {{ sample.underDetection ? 'under ' : '' }}{{ figure(sample.value) }}
                {{ unitOf(sample.substance) === 'ppm' ? 'ppm' : 'mg/m³' }}
              </td>
              <td>{{ figure(sample.minutes) }}</td>
              <td>{{ sample.reference }}</td>
              <td class="no-print">
                <template v-if="session.may('lead')">
                  <UButton
                    v-if="removing !== sample.id"
                    variant="ghost"
                    color="neutral"
                    icon="i-lucide-x"
                    :aria-label="`Take out the sample of ${sample.who} on ${sample.on}`"
                    @click="removing = sample.id"
                  />
                  <UButton v-else color="error" variant="outline" @click="remove(sample.id)">
                    Really take out
                  </UButton>
                </template>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <Pager
        v-if="samples.data.value"
        :page="samples.data.value.page"
        :pages="samples.data.value.pages"
        :total="samples.data.value.total"
        noun="samples"
        @go="list.page.value = $event"
      />
    </section>
    <section v-if="mayWrite" class="panel p-4 sm:p-6 space-y-3 no-print" aria-labelledby="import">
      <h2 id="import">Import</h2>
      <p>
        CSV with the columns
        <span class="font-semibold">
          date, kind, group, who, task, substance, minutes, value, unit, reference
        </span>
        ; also pump, shift_minutes, under_detection (yes or no), rest (as_sampled or unexposed).
        Days like 2026-03-31. The unit must be mg/m3, for gases ppm: another unit is refused, never
        converted in silence.
      </p>
      <p class="muted text-sm break-words">Substances: {{ SUBSTANCES.join(', ') }}.</p>
      <FileImport
        :send="send"
        accept=".csv,text/csv,text/plain"
        label="Samples file"
        @applied="applied"
      />
    </section>
  </div>
</template>
