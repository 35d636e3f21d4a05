<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { DEFAULT_SPREAD, faultsOfCase, type AirCase, type FumeSource } from '#core/air/case'
import { judgeAir, type AirAnswer } from '#core/air/judge'
import { reckon } from '#core/air/reckon'
import { asSubstance, limitText } from '#core/exposure/limits.table'
import { SUBSTANCE_NAME } from '#core/exposure/terms'
import { airRoutes } from '#shared/api/air'
import { airCaseSchema, assessmentBody, DRAWS } from '#shared/air/schema'
import { resultsOf } from '#shared/air/results'
import { worstLevel, type Finding } from '#core/finding/finding'
import { addressOf, call } from '~/composables/api'
import { useKeptDraft } from '~/composables/kept-draft'
import { useLoad } from '~/composables/load'
import { useSimulation } from '~/composables/simulation'
import { useSubmit } from '~/composables/submit'
import { useSiteTime } from '~/composables/time'
import { useSession } from '~/stores/session'

/** The air check of a job: from the wire to the lungs, worked out live, drawn in a worker, kept with the job. */
definePageMeta({ key: (route) => route.path })
const id = String(useRoute().params.id)
const session = useSession()
const toast = useToast()
const { when, today } = useSiteTime()
const mayWrite = computed(() => session.may('lead', 'instructor', 'worker'))
const loaded = useLoad(() => call(airRoutes.jobAir, { params: { id } }))
useHead({ title: () => `Air check, ${loaded.data.value?.job.title ?? 'job'} · Zonaris` })

const EMPTY: AirCase = {
  volume: 0,
  flow: 0,
  changes: [],
  mixing: 2,
  near: { radius: 0.6, airSpeed: 0.15 },
  background: {},
  shiftMinutes: 480,
  sources: [],
  spread: DEFAULT_SPREAD,
}
const air = ref<AirCase>(EMPTY)
const { restored, begin, settle, discard } = useKeptDraft(`air-${id}`, air)
async function load(): Promise<void> {
  await loaded.load()
  if (loaded.data.value) begin(loaded.data.value.start as AirCase)
}
onMounted(load)

const { busy, errors, message, submit } = useSubmit()
const shownErrors = ref<Record<string, string>>({})
/** What is wrong with the case, by field; the page works on with what was typed. */
const faults = computed(() => {
  const read = airCaseSchema.safeParse(air.value)
  const found: Record<string, string> = {}
  if (!read.success)
    for (const issue of read.error.issues) found[`air.${issue.path.join('.')}`] ??= issue.message
  else for (const fault of faultsOfCase(air.value)) found[`air.${fault.field}`] ??= fault.message
  return found
})
const errorsAt = computed(() => ({ ...faults.value, ...errors.value, ...shownErrors.value }))
const usable = computed(() => Object.keys(faults.value).length === 0 && loaded.data.value !== null)

const live = shallowRef<{
  answer: AirAnswer
  trace: { minute: number; near: number; far: number }[]
} | null>(null)
const POINTS = 200
function judgeLive(): void {
  if (!usable.value || !loaded.data.value) {
    live.value = null
    return
  }
  try {
    const plain = JSON.parse(JSON.stringify(air.value)) as AirCase
    const reckoned = reckon(plain)
    const answer = judgeAir(
      plain,
      loaded.data.value.adopted,
      null,
      loaded.data.value.respirator,
      reckoned,
    )
    live.value = {
      answer,
      trace: answer.decisive ? reckoned.trace(answer.decisive.substance, POINTS) : [],
    }
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
    shownErrors.value = { air: error.message }
    live.value = null
  }
}
const { progress, answer: drawn, failure, run, stop } = useSimulation()
watchDebounced(
  [air, loaded.data],
  () => {
    shownErrors.value = {}
    drawn.value = null
    judgeLive()
  },
  { deep: true, debounce: 60 },
)

const seed = ref(1 + Math.floor(Math.random() * 999_999))
const draws = ref<(typeof DRAWS)[number]>(100_000)
const drawsText = computed({
  get: () => String(draws.value),
  set: (value) => {
    draws.value = Number(value) as (typeof DRAWS)[number]
  },
})
const start = (): Promise<void> =>
  run({
    air: air.value,
    adopted: loaded.data.value!.adopted,
    respirator: loaded.data.value!.respirator,
    seed: seed.value,
    draws: draws.value,
  })
const answer = computed(() => drawn.value?.answer ?? live.value?.answer ?? null)
const decisive = computed(() => answer.value?.decisive ?? null)
const prescriptive = computed(() => (loaded.data.value?.prescriptive ?? []) as Finding[])
const verdicts = computed(() => ({
  rule: worstLevel(prescriptive.value),
  model: answer.value ? worstLevel(answer.value.findings) : ('unknown' as const),
}))
const WORD = {
  clear: 'asks for nothing more',
  caution: 'asks for care',
  stop: 'says stop',
  unknown: 'has no answer yet',
} as const
/** Substances without an answer; while there is one the figure of another is no all-clear. */
const open = computed(
  () =>
    answer.value?.findings
      .filter((finding) => finding.level === 'unknown')
      .flatMap(
        (finding) =>
          answer.value!.substances.find((entry) => `air.${entry.substance}` === finding.code) ?? [],
      )
      .map((entry) => SUBSTANCE_NAME[entry.substance].toLowerCase()) ?? [],
)
const headline = computed(() => {
  const top = decisive.value
  if (!top?.governs) return null
  const share = top.upperShare ?? top.governs.share
  return {
    figure:
      share >= 10
        ? String(Math.round(share))
        : share >= 1
          ? share.toFixed(1)
          : `${Math.round(share * 100)} %`,
    unit: share >= 1 ? 'times the limit' : 'of the limit',
    level:
      share > 1
        ? ('stop' as const)
        : open.value.length
          ? ('unknown' as const)
          : share >= 0.5
            ? ('caution' as const)
            : ('clear' as const),
    name: SUBSTANCE_NAME[top.substance],
    limit: limitText(top.governs.limit),
    sure: top.upperShare !== null,
  }
})
const lastTest = computed(() => loaded.data.value?.gasTests[0] ?? null)

const note = ref('')
async function save(): Promise<void> {
  const read = assessmentBody.safeParse({
    air: air.value,
    seed: seed.value,
    draws: draws.value,
    note: note.value,
  })
  if (!read.success || !usable.value) {
    message.value = 'Look at the fields marked.'
    return
  }
  if (!(await submit(() => call(airRoutes.assess, { params: { id }, body: read.data })))) return
  settle()
  note.value = ''
  await load()
  toast.add({ title: 'Assessment kept with the job', icon: 'i-lucide-check' })
}
const setSource = (i: number, source: FumeSource): void => {
  air.value = {
    ...air.value,
    sources: air.value.sources.map((entry, j) => (j === i ? source : entry)),
  }
}
function addSource(kind: FumeSource['kind']): void {
  const base = air.value.sources[0]
  if (!base) return
  air.value = {
    ...air.value,
    sources: [
      ...air.value.sources,
      {
        ...(JSON.parse(JSON.stringify(base)) as FumeSource),
        name: kind === 'grind' ? 'Grinding' : `Other arc ${air.value.sources.length}`,
        kind,
        grinding: null,
        mine: false,
        zinc: null,
        coating: 'none',
        capture: { low: 0, high: 0 },
      },
    ],
  }
}
const drop = (i: number): void => {
  air.value = { ...air.value, sources: air.value.sources.filter((_, j) => j !== i) }
}
const print = (): void => window.print()
</script>

<template>
  <Failure v-if="loaded.failure.value" :failure="loaded.failure.value" @retry="load" />
  <div v-else class="space-y-6">
    <div class="flex flex-wrap items-end gap-4">
      <div class="grow min-w-0">
        <p class="muted">
          <NuxtLink class="link" :to="`/jobs/${id}#air`">
            Job {{ loaded.data.value?.job.number }}
          </NuxtLink>
          <template v-if="loaded.data.value">, {{ loaded.data.value.job.where }}</template>
        </p>
        <h1 class="break-words">Air: {{ loaded.data.value?.job.title ?? 'reading…' }}</h1>
      </div>
      <div class="flex flex-wrap gap-2 no-print">
        <UButton
          v-if="loaded.data.value?.job.stationId"
          variant="outline"
          color="neutral"
          icon="i-lucide-fan"
          :to="`/air/stations/${loaded.data.value.job.stationId}`"
        >
          Hood
        </UButton>
        <UButton variant="outline" color="neutral" icon="i-lucide-printer" @click="print">
          Print
        </UButton>
      </div>
    </div>
    <FindingList v-if="loaded.data.value?.now.length" :findings="loaded.data.value.now" />
    <p
      v-if="loaded.data.value && !loaded.data.value.applies.ok"
      class="panel edge edge-unknown p-4 font-semibold"
    >
      No estimate, because {{ loaded.data.value.applies.because }}.
    </p>
    <p
      v-if="restored"
      class="edge edge-caution panel p-3 flex flex-wrap items-center gap-3 no-print"
    >
      <span class="grow">Your unsaved changes were brought back.</span>
      <UButton variant="outline" color="neutral" @click="discard">Discard them</UButton>
    </p>

    <template v-if="loaded.data.value?.applies.ok">
      <p v-if="loaded.data.value.measured" class="panel edge edge-clear p-4">
        Measured results are on file ({{ loaded.data.value.measured }}): for those substances they
        go before any estimate below.
      </p>
      <section
        class="panel p-4 sm:p-6 grid grid-cols-1 lg:grid-cols-[minmax(0,18rem)_minmax(0,1fr)] gap-6"
        aria-labelledby="answer"
      >
        <div class="space-y-3" aria-live="polite">
          <h2 id="answer" class="sr-only">Answer</h2>
          <template v-if="headline">
            <p class="leading-none">
              <span class="muted block mb-1">
                {{ headline.sure ? 'Upper estimate (95 %)' : 'Planned estimate' }}
              </span>
              <span
                class="plate block text-[5.5rem]"
                :class="`text-${headline.level}`"
                data-testid="air-answer"
              >
                {{ headline.figure }}
              </span>
              <span class="block text-lg font-semibold mt-2">
                {{ headline.unit }}, {{ headline.name.toLowerCase() }}
              </span>
            </p>
            <p class="muted">{{ headline.limit }}</p>
          </template>
          <p v-else class="font-semibold">
            {{
              usable
                ? "Only upper bounds, or no adopted limit: sample, or enter the maker's fume analysis."
                : 'Not yet: fill in the fields marked below.'
            }}
          </p>
          <p
            v-if="open.length"
            class="edge edge-unknown py-1 px-3 font-semibold"
            data-testid="open"
          >
            No answer for {{ open.join(', ') }}.
          </p>
          <p class="font-semibold">An estimate asks for sampling; it never says safe.</p>
          <div class="text-sm space-y-1" data-testid="both">
            <p class="flex gap-2 items-start">
              <FindingMark :level="verdicts.rule" :size="18" />
              <span>The regulation's rule {{ WORD[verdicts.rule] }}</span>
            </p>
            <p class="flex gap-2 items-start">
              <FindingMark :level="verdicts.model" :size="18" />
              <span>The model {{ WORD[verdicts.model] }}</span>
            </p>
            <p v-if="verdicts.rule !== verdicts.model" class="muted">
              They disagree: the stricter governs.
            </p>
          </div>
        </div>
        <div class="space-y-4 min-w-0">
          <ShiftTrace
            v-if="live && live.trace.length && live.answer.decisive?.governs"
            :substance="live.answer.decisive.substance"
            :points="live.trace"
            :near="air.near !== null"
            :limit="{
              value: asSubstance(live.answer.decisive.governs.limit),
              text: limitText(live.answer.decisive.governs.limit),
            }"
          />
          <div class="flex flex-wrap gap-3 items-end no-print">
            <ChoiceRow
              v-model="drawsText"
              legend="Draws"
              :options="
                DRAWS.map((value) => ({
                  value: String(value),
                  label: value.toLocaleString('en-US'),
                }))
              "
              :disabled="progress !== null"
            />
            <UFormField label="Seed">
              <UInput
                v-model.number="seed"
                type="number"
                min="0"
                class="w-32"
                :disabled="progress !== null"
              />
            </UFormField>
            <UButton
              v-if="progress === null"
              icon="i-lucide-dices"
              :disabled="!usable"
              data-testid="run"
              @click="start"
            >
              {{ drawn ? 'Draw again' : 'Draw the range' }}
            </UButton>
            <UButton
              v-else
              color="neutral"
              variant="outline"
              icon="i-lucide-square"
              data-testid="cancel"
              @click="stop"
            >
              Stop
            </UButton>
          </div>
          <div v-if="progress !== null" class="space-y-1">
            <UProgress :model-value="Math.round(progress * 100)" aria-label="Draws done" />
            <p class="muted text-sm" role="status">{{ Math.round(progress * 100) }} % drawn</p>
          </div>
          <p v-if="failure" role="alert" class="text-stop font-semibold">{{ failure }}</p>
          <p v-if="errorsAt.air" role="alert" class="text-stop font-semibold">{{ errorsAt.air }}</p>
          <p v-if="drawn" class="muted text-sm" role="status" data-testid="drawn">
            {{ drawn.draws.toLocaleString('en-US') }} draws, seed {{ drawn.seed }}: the same seed,
            the same figures. A change above or below starts the planned estimate anew.
          </p>
        </div>
      </section>

      <section v-if="answer" class="panel p-4 sm:p-6 space-y-4" aria-labelledby="results">
        <h2 id="results">Against every limit</h2>
        <ResultTable :results="resultsOf(answer)" />
        <p
          v-for="entry in loaded.data.value.calibration"
          :key="entry.substance"
          class="edge py-2 px-3"
          :class="entry.off ? 'edge-caution' : 'edge-clear'"
        >
          {{ SUBSTANCE_NAME[entry.substance] }}: over {{ entry.pairs }} pairs the site measured
          {{ entry.factor.toFixed(2) }} times what was estimated (90 % between
          {{ entry.low.toFixed(2) }} and {{ entry.high.toFixed(2) }}).{{
            entry.off
              ? ' The model is off here; it is shown, not corrected.'
              : ' The model is not shown to be off.'
          }}
        </p>
        <details>
          <summary class="cursor-pointer font-semibold py-1">
            What the model and the rule find, with reasons
          </summary>
          <div class="grid grid-cols-1 lg:grid-cols-2 gap-6 pt-2">
            <div>
              <h3 class="mb-2">The model</h3>
              <FindingList :findings="answer.findings" />
            </div>
            <div>
              <h3 class="mb-2">29 CFR 1910.252(c)</h3>
              <FindingList :findings="prescriptive" />
            </div>
          </div>
        </details>
      </section>
      <section v-if="drawn && decisive" class="panel p-4 sm:p-6 space-y-5" aria-labelledby="ladder">
        <h2 id="ladder">Ladder of controls</h2>
        <ControlLadder :controls="drawn.controls" :substance="decisive.substance" />
        <h3>What matters most for {{ SUBSTANCE_NAME[decisive.substance].toLowerCase() }}</h3>
        <Tornado :swings="drawn.swings" />
        <h3>What it would take, one thing at a time</h3>
        <NeededList :needed="drawn.needed" :reach="loaded.data.value.hoodReach" />
      </section>
      <p v-else-if="answer" class="panel p-4 muted no-print">
        Draw the range to see the chance to exceed each limit, the ladder of controls, and what
        matters most.
      </p>
      <section v-if="answer" class="panel p-4 sm:p-6 space-y-4" aria-labelledby="wear">
        <h2 id="wear">Respirator, last</h2>
        <RespiratorChoice
          :answer="answer"
          :worn="loaded.data.value.respirator"
          :oxygen="loaded.data.value.confined ? (lastTest?.oxygen ?? null) : null"
          :confined="loaded.data.value.confined"
          :welder="loaded.data.value.welder"
          :record="loaded.data.value.welderRecord"
          :today="today()"
        />
      </section>

      <section class="panel p-4 sm:p-6 space-y-5 no-print" aria-labelledby="sources">
        <div class="flex flex-wrap gap-3 items-end">
          <h2 id="sources" class="grow">What gives off fume</h2>
          <UButton
            variant="soft"
            color="neutral"
            icon="i-lucide-plus"
            :disabled="!air.sources.length"
            @click="addSource('weld')"
          >
            Another arc in the room
          </UButton>
          <UButton
            variant="soft"
            color="neutral"
            icon="i-lucide-plus"
            :disabled="!air.sources.length"
            @click="addSource('grind')"
          >
            Grinding
          </UButton>
        </div>
        <p v-if="errorsAt['air.sources']" class="text-stop font-semibold">
          {{ errorsAt['air.sources'] }}
        </p>
        <SourceForm
          v-for="(source, i) in air.sources"
          :key="i"
          :model-value="source"
          :prefix="`air.sources.${i}`"
          :errors="errorsAt"
          :own="loaded.data.value.own"
          :only="air.sources.length === 1"
          :disabled="!mayWrite"
          @update:model-value="setSource(i, $event)"
          @remove="drop(i)"
        />
      </section>
      <section class="panel p-4 sm:p-6 space-y-4 no-print" aria-labelledby="room">
        <h2 id="room">The room and its air</h2>
        <RoomForm v-model="air" :errors="errorsAt" :disabled="!mayWrite" />
      </section>
      <section v-if="mayWrite" class="panel p-4 sm:p-6 space-y-3 no-print" aria-labelledby="keep">
        <h2 id="keep">Keep it with the job</h2>
        <p class="muted">
          The server works it out again with this seed and keeps inputs, model, draws and results as
          they are. While the job stays as it is, this counts in place of the quick estimate.
        </p>
        <UFormField label="Note"><UTextarea v-model="note" :rows="2" class="w-full" /></UFormField>
        <p v-if="message" role="alert" class="text-stop font-semibold">{{ message }}</p>
        <UButton :loading="busy" :disabled="!usable" data-testid="keep" @click="save">
          Keep the assessment
        </UButton>
      </section>
    </template>
    <section
      v-if="loaded.data.value?.assessments.length"
      class="panel p-4 sm:p-6 space-y-3"
      aria-labelledby="kept"
    >
      <h2 id="kept">Kept with this job</h2>
      <ul class="divide-y divide-(--rule)">
        <li
          v-for="row in loaded.data.value.assessments"
          :key="row.id"
          class="flex flex-wrap gap-x-4 gap-y-1 py-2 items-center"
        >
          <NuxtLink class="link" :to="`/air/assessments/${row.id}`">{{ when(row.at) }}</NuxtLink>
          <span class="grow">
            {{ row.by }}, {{ row.draws.toLocaleString('en-US') }} draws, seed {{ row.seed }}
            <span v-if="row.note" class="muted block">{{ row.note }}</span>
          </span>
          <span class="muted">
            {{ row.current ? 'of the job as it is' : 'of an earlier version' }}
          </span>
          <UButton
            variant="outline"
            color="neutral"
            icon="i-lucide-file-text"
            :to="addressOf(airRoutes.assessmentPdf, { id: row.id })"
            target="_blank"
            external
          >
            PDF
          </UButton>
        </li>
      </ul>
    </section>
    <section
      v-if="loaded.data.value"
      class="panel p-4 sm:p-6 space-y-4 no-print"
      aria-labelledby="closed"
    >
      <h2 id="closed">Closed spaces and gas</h2>
      <GasTestForm
        :air="loaded.data.value"
        :volume="air.volume"
        :may-write="mayWrite"
        @saved="load"
      />
    </section>
  </div>
</template>
