<script setup lang="ts">
import type { AirCase } from '#core/air/case'
import { tooCostly } from '#core/air/cost'
import { asSubstance, limitText } from '#core/exposure/limits.table'
import { airRoutes } from '#shared/air/routes'
import { assessmentBody } from '#shared/air/schema'
import { EMPTY_CASE, useLiveCase } from '~/composables/air/case'
import { useDraws } from '~/composables/air/draws'
import { call } from '~/composables/api'
import { useKeptDraft } from '~/composables/kept-draft'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'
import { useSignIn } from '~/stores/sign-in'

/** The air check of a job: from the wire to the lungs, worked out live, drawn in a worker, kept with the job. */
definePageMeta({ key: (route) => route.path })
const id = String(useRoute().params.id)
const signIn = useSignIn()
const toast = useToast()
const mayWrite = computed(() => signIn.may('lead', 'instructor', 'worker'))
const { data: job, failure, load: read } = useLoad(() => call(airRoutes.jobAir, { params: { id } }))
const title = computed(() => job.value?.job.title ?? 'reading…')
useHead({ title: () => `Air check, ${title.value} · Zonaris` })

const air = ref<AirCase>(EMPTY_CASE)
const { restored, begin, settle, discard } = useKeptDraft(`air-${id}`, air)
async function load(): Promise<void> {
  await read()
  if (job.value) begin(job.value.start as AirCase)
}
onMounted(load)

const draw = useDraws(air, job)
const { seed, draws, progress, drawn, failure: broke } = draw
const { live, usable, faults } = useLiveCase(air, job, () => {
  drawn.value = null
})
const answer = computed(() => drawn.value?.answer ?? live.value?.answer ?? null)
const traced = computed(() => {
  const decisive = live.value?.answer.decisive
  if (!decisive?.governs || !live.value?.trace.length) return null
  const { limit } = decisive.governs
  return {
    substance: decisive.substance,
    points: live.value.trace,
    limit: { value: asSubstance(limit), text: limitText(limit) },
  }
})

/** Told before it is sent: the server draws only so much for one person. */
const costly = computed(() => (usable.value ? tooCostly(air.value, draws.value) : null))

const note = ref('')
// Judged at every key and kept as a draft, so it is no UForm: the faults stand at their fields all the time.
const { busy, errors, message, submit } = useSubmit()
const errorsAt = computed(() => ({ ...faults.value, ...errors.value }))
async function save(): Promise<void> {
  const entry = { air: air.value, seed: seed.value, draws: draws.value, note: note.value }
  const body = assessmentBody.safeParse(entry)
  if (!body.success || !usable.value) {
    message.value = 'Look at the fields marked.'
    return
  }
  if (!(await submit(() => call(airRoutes.assess, { params: { id }, body: body.data })))) return
  settle()
  note.value = ''
  await load()
  toast.add({ title: 'Assessment kept with the job', icon: 'i-lucide-check' })
}
const oxygen = computed(() =>
  job.value?.confined ? (job.value.gasTests[0]?.oxygen ?? null) : null,
)
const print = (): void => window.print()
</script>

<template>
  <Failure v-if="failure" :failure="failure" @retry="load" />
  <div v-else class="space-y-6">
    <div class="flex flex-wrap items-end gap-4">
      <div class="grow min-w-0">
        <p class="muted">
          <NuxtLink class="link" :to="`/jobs/${id}#air`">Job {{ job?.job.number }}</NuxtLink>
          <template v-if="job">, {{ job.job.placeName }}</template>
        </p>
        <h1 class="break-words">Air: {{ title }}</h1>
      </div>
      <div class="flex flex-wrap gap-2 no-print">
        <UButton
          v-if="job?.job.stationId"
          variant="outline"
          color="neutral"
          icon="i-lucide-fan"
          :to="`/air/stations/${job.job.stationId}`"
        >
          Hood
        </UButton>
        <UButton variant="outline" color="neutral" icon="i-lucide-printer" @click="print">
          Print
        </UButton>
      </div>
    </div>
    <FindingList v-if="job?.now.length" :findings="job.now" />
    <p v-if="job && !job.applies.ok" class="panel edge edge-unknown p-4 font-semibold">
      No estimate, because {{ job.applies.because }}.
    </p>
    <p
      v-if="restored"
      class="edge edge-caution panel p-3 flex flex-wrap items-center gap-3 no-print"
    >
      <span class="grow">Your unsaved changes were brought back.</span>
      <UButton variant="outline" color="neutral" @click="discard">Discard them</UButton>
    </p>

    <template v-if="job?.applies.ok">
      <p v-if="job.measured" class="panel edge edge-clear p-4">
        Measured results are on file ({{ job.measured }}): a result goes before the estimate for the
        limit it was taken for (8 h, 15 min or a moment).
      </p>
      <section
        class="panel p-4 sm:p-6 grid grid-cols-1 lg:grid-cols-[minmax(0,18rem)_minmax(0,1fr)] gap-6"
        aria-labelledby="answer"
      >
        <AirHeadline :answer="answer" :prescriptive="job.prescriptive" :usable="usable" />
        <div class="space-y-4 min-w-0">
          <ShiftTrace v-if="traced" v-bind="traced" :near="air.near !== null" />
          <DrawControls
            v-model:seed="seed"
            v-model:draws="draws"
            :progress="progress"
            :drawn="drawn"
            :usable="usable"
            @start="draw.start"
            @stop="draw.stop"
          />
          <p v-if="broke" role="alert" class="text-stop font-semibold">{{ broke }}</p>
          <p v-if="errorsAt.air" role="alert" class="text-stop font-semibold">{{ errorsAt.air }}</p>
        </div>
      </section>

      <template v-if="answer">
        <AirResults
          :answer="answer"
          :prescriptive="job.prescriptive"
          :calibration="job.calibration"
        />
        <ControlSection :answer="answer" :drawn="drawn" :hood-reach="job.hoodReach" />
        <section class="panel p-4 sm:p-6 space-y-4" aria-labelledby="wear">
          <h2 id="wear">Respirator, last</h2>
          <RespiratorChoice
            :answer="answer"
            :worn="job.respirator"
            :oxygen="oxygen"
            :confined="job.confined"
            :welder="job.welder"
            :ready="job.welderReady"
          />
        </section>
      </template>

      <SourceList v-model="air" :errors="errorsAt" :own="job.own" :disabled="!mayWrite" />
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
        <p v-if="costly" class="edge edge-caution p-3" data-testid="costly">
          Not kept, because it would cost too much: {{ costly }}
        </p>
        <UButton
          :loading="busy"
          :disabled="!usable || costly !== null"
          data-testid="keep"
          @click="save"
        >
          Keep the assessment
        </UButton>
      </section>
    </template>
    <KeptAssessments v-if="job?.assessments.length" :assessments="job.assessments" />
    <section v-if="job" class="panel p-4 sm:p-6 space-y-4 no-print" aria-labelledby="closed">
      <h2 id="closed">Closed spaces and gas</h2>
      <GasTestForm :air="job" :may-write="mayWrite" @saved="load" />
      <ReleaseForm :volume="air.volume" />
    </section>
  </div>
</template>
