<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import { assessJob } from '#core/job/assess'
import type { Eyes } from '#core/shade/personal'
import { shadeBand } from '#core/shade/search'
import { assignShade } from '#core/shade/shade'
import { worstLevel, type Finding, type Level } from '#core/finding/finding'
import { isArc } from '#core/job/job'
import { helmetSetting, nearestHelmet } from '#core/shade/helmet'
import { routes } from '#shared/api/routes'
import { jobBody, type JobBody } from '#shared/job/schema'
import type { Permit } from '#shared/permit/schema'
import { draftOf, emptyDraft } from '~/components/job/job-draft'
import { addressOf, call } from '~/composables/api'
import { useKeptDraft } from '~/composables/kept-draft'
import { useLoad } from '~/composables/load'
import { useShopLists } from '~/composables/shop'
import { useSubmit } from '~/composables/submit'
import { useSession } from '~/stores/session'

definePageMeta({ key: (route) => route.path })
const route = useRoute()
const session = useSession()
const toast = useToast()
const id = route.params.id === 'new' ? null : String(route.params.id)
const draft = ref<JobBody>(emptyDraft())
const { dirty, restored, begin, settle, discard } = useKeptDraft(id ?? 'new', draft)
const lists = useShopLists()
const job = useLoad(() => call(routes.job, { params: { id: id! } }))
const welder = useLoad(() => call(routes.person, { params: { id: draft.value.welderId! } }))
watch(
  () => draft.value.welderId,
  (now) => {
    if (now) void welder.load()
  },
)
const choices = useLoad(() => call(routes.jobChoices, {}))
const permit = useLoad<Permit>(() =>
  call(routes.permit, { params: { id: job.data.value!.openPermit!.id } }),
)
const { busy, errors, message, submit, check } = useSubmit()
const { busy: permitBusy, message: permitMessage, submit: submitPermit } = useSubmit()

useHead({ title: () => `${id ? draft.value.title || 'Job' : 'New job'} · Zonaris` })
const mayWrite = computed(() => session.may('lead', 'instructor', 'worker'))
const frozen = computed(
  () =>
    !mayWrite.value ||
    (job.data.value?.openPermit != null && job.data.value.openPermit.state !== 'draft'),
)

async function loadAll(): Promise<void> {
  await Promise.all([lists.load(), id ? job.load() : choices.load()])
  if (id && job.data.value) begin(draftOf(job.data.value))
  if (!id) begin(emptyDraft())
  if (job.data.value?.openPermit) await permit.load()
}
onMounted(async () => {
  await loadAll()
  // A link to a step is honoured once there is something to scroll to.
  await nextTick()
  if (route.hash) document.getElementById(route.hash.slice(1))?.scrollIntoView()
})

const items = computed(() => lists.items.data.value ?? [])
const helmet = computed(() => items.value.find((item) => item.id === draft.value.helmetId) ?? null)
const gear = computed(() =>
  items.value.filter(
    (item) =>
      draft.value.equipmentIds.includes(item.id) ||
      draft.value.cylinderIds.includes(item.id) ||
      (item.id === draft.value.helmetId && item.lockReason !== null),
  ),
)
/** The same core that the server judges with, on what is typed this moment. */
const rules = computed(() => session.me!.site.rules)
const eyes = computed<Eyes | null>(() => {
  const detail = welder.data.value
  if (!detail || detail.person.id !== draft.value.welderId) return null
  const { lightSensitive, correction, tint } = detail.record
  const band = shadeBand(draft.value.spec)
  return {
    lightSensitive,
    correction,
    tint,
    found: detail.shades.find((entry) => entry.band === band)?.shade ?? null,
  }
})
/** The helmet of the store that comes nearest, offered when the one named falls short. */
const instead = computed(() => {
  const { floor, working } = assignShade(draft.value.spec, rules.value)
  if (
    floor === null ||
    working === null ||
    (helmet.value?.ranges &&
      helmetSetting({ name: '', ranges: helmet.value.ranges }, floor, working).reaches)
  )
    return null
  return nearestHelmet(
    items.value
      .filter(
        (item) =>
          item.kind === 'helmet' && !item.lockReason && !item.due && item.assignedToId === null,
      )
      .map((item) => ({ name: item.label, ranges: item.ranges ?? [] })),
    floor,
    working,
  )
})
const assessment = computed(() =>
  assessJob(draft.value.spec, {
    rules: rules.value,
    eyes: eyes.value,
    instead: instead.value,
    airCheck: job.data.value?.airCheck ?? null,
    airNow: job.data.value?.airNow ?? [],
    helmet: helmet.value?.ranges ? { name: helmet.value.label, ranges: helmet.value.ranges } : null,
    gear: gear.value.map((item) => ({
      kind: item.kind,
      name: item.label,
      lockReason: item.lockReason,
      lastResult: item.lastResult,
      daysSince: item.daysSince,
      everyDays: item.everyDays,
    })),
  }),
)
const named = computed(() =>
  job.data.value?.welderId
    ? { id: job.data.value.welderId, name: job.data.value.welder ?? '' }
    : null,
)
const supplied = computed(() =>
  welder.data.value?.person.id === draft.value.welderId
    ? Object.fromEntries(welder.data.value.kitList.map((line) => [line.ppeId, line.supplier]))
    : {},
)
const lacking = computed(() =>
  welder.data.value?.person.id === draft.value.welderId
    ? welder.data.value.record.kit
        .filter((entry) => entry.state === 'lacks')
        .map((entry) => entry.ppeId)
    : [],
)
const findings = (step: Finding['step']): Finding[] =>
  assessment.value.findings.filter((finding) => finding.step === step)
const designated = computed(
  () =>
    lists.stations.data.value?.find((station) => station.id === draft.value.stationId)
      ?.designated ?? false,
)
const placed = computed(() => draft.value.stationId !== null || Boolean(draft.value.place))
const fireLevel = computed<Level>(() => {
  if (!placed.value) return 'unknown'
  if (designated.value) return 'clear'
  return permit.data.value
    ? worstLevel(permit.data.value.live.filter((finding) => finding.step === 'fire'))
    : 'unknown'
})
const moveLadder = (x: number): void => {
  if (isArc(draft.value.spec.process)) draft.value.spec.amps = x
  else draft.value.spec.thickness = x
}
const steps = computed(() => [
  { id: 'job', title: 'Job', level: null },
  { id: 'eyes', title: 'Eyes', level: assessment.value.levels.eyes },
  { id: 'body', title: 'Body', level: assessment.value.levels.body },
  { id: 'air', title: 'Air', level: assessment.value.levels.air },
  { id: 'gear', title: 'Gas and gear', level: assessment.value.levels.gear },
  { id: 'fire', title: 'Fire', level: fireLevel.value },
])
const overall = computed(() =>
  worstLevel(steps.value.flatMap((step) => (step.level ? [{ level: step.level }] : []))),
)
const OVERALL: Record<Level, string> = {
  clear: 'Ready',
  caution: 'Ready, with care',
  stop: 'Do not start',
  unknown: 'Not known yet',
}

async function save(): Promise<void> {
  if (frozen.value || !check(jobBody, draft.value)) return
  const body = jobBody.parse(draft.value)
  if (id === null) {
    const made = await submit(() => call(routes.createJob, { body }))
    if (made) {
      settle()
      await navigateTo(`/jobs/${made.id}`, { replace: true })
    }
    return
  }
  if (!(await submit(() => call(routes.updateJob, { params: { id }, body })))) return
  await job.load()
  if (job.data.value) {
    draft.value = draftOf(job.data.value)
    settle()
  }
  if (job.data.value?.openPermit) await permit.load()
  toast.add({ title: 'Saved', icon: 'i-lucide-check' })
}
onKeyStroke('s', (event) => {
  if (event.ctrlKey || event.metaKey) {
    event.preventDefault()
    void save()
  }
})
/** A refusal stands at a field that may be far up the page. */
watch(message, async (text) => {
  if (text) {
    await nextTick()
    document.querySelector('[aria-invalid="true"]')?.scrollIntoView({ block: 'center' })
  }
})

async function startFrom(jobId: string): Promise<void> {
  const from = await submit(() => call(routes.job, { params: { id: jobId } }))
  if (from)
    draft.value = {
      ...draftOf(from),
      version: undefined,
      spec: { ...from.spec, measured: null, air: { ...from.spec.air, hoodProved: false } },
    }
}
async function copy(): Promise<void> {
  const made = await submit(() => call(routes.copyJob, { params: { id: id! } }))
  if (made) await navigateTo(`/jobs/${made.id}`)
}
async function draftPermit(): Promise<void> {
  if (dirty.value) await save()
  if (message.value) return
  const made = await submitPermit(() => call(routes.createPermit, { body: { jobId: id! } }))
  if (made) {
    await job.load()
    await permit.load()
  }
}
</script>

<template>
  <Failure v-if="job.failure.value" :failure="job.failure.value" @retry="loadAll" />
  <div v-else class="grid grid-cols-1 lg:grid-cols-[13rem_minmax(0,1fr)] gap-x-8 gap-y-4">
    <div class="lg:col-start-2 flex flex-wrap items-end gap-4">
      <div class="grow min-w-0">
        <p class="muted">
          {{ job.data.value ? `Job ${job.data.value.number}` : id ? 'Reading…' : 'New job' }}
        </p>
        <h1 class="break-words">{{ draft.title || (id ? '' : 'Describe the job') }}</h1>
      </div>
      <div class="flex flex-wrap gap-2 no-print">
        <template v-if="id">
          <UButton
            variant="outline"
            color="neutral"
            icon="i-lucide-id-card"
            :to="`/jobs/${id}/card`"
          >
            PPE card
          </UButton>
          <UButton
            variant="outline"
            color="neutral"
            icon="i-lucide-braces"
            :to="addressOf(routes.exportJob, { id })"
            target="_blank"
            external
          >
            JSON
          </UButton>
          <UButton
            v-if="mayWrite"
            variant="outline"
            color="neutral"
            icon="i-lucide-copy"
            :loading="busy"
            @click="copy"
          >
            Copy
          </UButton>
        </template>
      </div>
    </div>
    <SeamNav :steps="steps">
      <div class="hidden lg:block mt-5 pt-4 border-t border-(--rule) space-y-3">
        <p data-testid="overall">
          <FindingMark :level="overall" :size="26" />
          <span class="plate text-3xl block mt-1" :class="`text-${overall}`">
            {{ OVERALL[overall] }}
          </span>
        </p>
        <template v-if="mayWrite && !frozen">
          <UButton class="w-full" :loading="busy" :disabled="!dirty" @click="save">
            {{ dirty ? 'Save' : 'Saved' }}
          </UButton>
          <p class="muted text-sm">Ctrl+S. Typed changes are kept on this device until saved.</p>
        </template>
      </div>
    </SeamNav>
    <div class="space-y-5 min-w-0">
      <p v-if="frozen && job.data.value?.openPermit" class="edge edge-caution panel p-3">
        Permit
        <NuxtLink class="link" :to="`/permits/${job.data.value.openPermit.id}`">
          {{ job.data.value.openPermit.number }}
        </NuxtLink>
        is {{ job.data.value.openPermit.state }} on this job, so it cannot change. Copy it to change
        it.
      </p>
      <p v-if="job.data.value?.rehearsal" class="edge edge-caution panel p-3 font-semibold">
        Described in a rehearsal. Not a real job.
      </p>
      <p v-if="restored" class="edge edge-caution panel p-3 flex flex-wrap items-center gap-3">
        <span class="grow">Your unsaved entries were brought back.</span>
        <UButton variant="outline" color="neutral" @click="discard">Discard them</UButton>
      </p>
      <p v-if="message" role="alert" class="edge edge-stop panel p-3 font-semibold">
        {{ message }}
      </p>
      <StepBand id="job" :number="1" title="Job">
        <div v-if="!id && choices.data.value?.length" class="flex flex-wrap gap-2 items-center">
          <span class="muted">Start from:</span>
          <UButton
            v-for="choice in choices.data.value"
            :key="choice.jobId"
            variant="soft"
            color="neutral"
            @click="startFrom(choice.jobId)"
          >
            {{ choice.title }}, {{ choice.where }}
          </UButton>
        </div>
        <JobForm
          v-model="draft"
          :stations="lists.stations.data.value ?? []"
          :welder="named"
          :items="items"
          :errors="errors"
          :disabled="frozen"
        />
      </StepBand>
      <StepBand id="eyes" :number="2" title="Eyes" :level="assessment.levels.eyes">
        <LensLadder
          :query="draft.spec"
          :rules="rules"
          :wanted="assessment.wanted"
          :ranges="helmet?.ranges"
          :disabled="frozen"
          @move="moveLadder"
        />
        <LaserFields
          v-if="draft.spec.process === 'LBW'"
          v-model="draft.spec.laser"
          :errors="errors"
          prefix="spec.laser"
          :disabled="frozen"
        />
        <FindingList :findings="findings('eyes')" />
        <ShadeSearch
          v-if="assessment.shade.floor !== null && assessment.wanted !== null"
          :key="`${draft.spec.process} ${draft.spec.amps}`"
          :floor="assessment.shade.floor"
          :start="assessment.wanted"
          :spec="draft.spec"
          :person="
            welder.data.value?.person.id === draft.welderId
              ? (welder.data.value?.person ?? null)
              : null
          "
          @found="welder.load"
        />
      </StepBand>
      <StepBand id="body" :number="3" title="Body" :level="assessment.levels.body">
        <DressedFigure
          :answer="assessment.ppe"
          :shade="assessment.wanted"
          :missing="lacking"
          :supplied="supplied"
          :respirator="draft.spec.respirator"
        />
      </StepBand>
      <StepBand id="air" :number="4" title="Air" :level="assessment.levels.air">
        <div class="flex flex-wrap gap-3 items-center">
          <UButton v-if="id" :to="`/jobs/${id}/air`" icon="i-lucide-wind">Air check</UButton>
          <UButton
            v-if="id && draft.stationId"
            variant="outline"
            color="neutral"
            :to="`/air/stations/${draft.stationId}`"
          >
            Hood and monitor here
          </UButton>
          <p v-if="!id" class="muted">Save the job; then the full air check opens.</p>
          <p v-else-if="dirty" class="muted">The check starts from the job as saved.</p>
        </div>
        <FindingList :findings="findings('air')" />
        <AirFields
          v-model="draft.spec.air"
          :errors="errors"
          prefix="spec.air"
          proof
          :disabled="frozen"
        />
        <AirExtras v-model="draft.spec" :errors="errors" :disabled="frozen" />
      </StepBand>
      <StepBand id="gear" :number="5" title="Gas and gear" :level="assessment.levels.gear">
        <FindingList :findings="findings('gear')" />
        <div class="grid grid-cols-1 sm:grid-cols-2 gap-4">
          <GearPicker
            v-model="draft.equipmentIds"
            label="Machine"
            :items="items.filter((item) => item.kind === 'machine')"
            :disabled="frozen"
          />
          <GearPicker
            v-model="draft.cylinderIds"
            label="Cylinder"
            :items="items.filter((item) => item.kind === 'cylinder')"
            :disabled="frozen"
          />
        </div>
      </StepBand>
      <StepBand id="fire" :number="6" title="Fire" :level="fireLevel">
        <p v-if="!placed" class="muted">Say where the work is; then the fire check can start.</p>
        <p v-else-if="designated" class="edge edge-clear py-2 px-3 font-semibold">
          Designated area: no permit needed while it is kept as one. Extinguisher in reach, floor
          swept.
        </p>
        <PermitDraft
          v-else-if="permit.data.value?.state === 'draft'"
          :permit="permit.data.value"
          @saved="permit.data.value = $event"
        />
        <template v-else-if="permit.data.value">
          <p>
            Permit
            <NuxtLink class="link" :to="`/permits/${permit.data.value.id}`">
              {{ permit.data.value.number }}
            </NuxtLink>
            is {{ permit.data.value.state }}.
          </p>
        </template>
        <template v-else>
          <p>
            Outside a designated area: hot work needs a 35 ft (11 m) sweep, a permit and a fire
            watch.
          </p>
          <p v-if="permitMessage" role="alert" class="text-stop font-semibold">
            {{ permitMessage }}
          </p>
          <UButton v-if="id && mayWrite" :loading="permitBusy" @click="draftPermit">
            Draft the permit
          </UButton>
          <p v-else-if="mayWrite" class="muted">
            Save the job first; then the permit can be drafted.
          </p>
        </template>
        <UButton
          v-if="permit.data.value?.state === 'draft'"
          variant="outline"
          :to="`/permits/${permit.data.value.id}`"
        >
          To permit {{ permit.data.value.number }}: sign and issue
        </UButton>
      </StepBand>
      <div
        v-if="mayWrite && !frozen"
        class="lg:hidden sticky bottom-16 md:bottom-2 z-20 flex gap-3 items-center panel p-2 no-print"
      >
        <FindingMark :level="overall" :size="28" />
        <span class="font-bold grow">{{ OVERALL[overall] }}</span>
        <UButton :loading="busy" :disabled="!dirty" @click="save">
          {{ dirty ? 'Save' : 'Saved' }}
        </UButton>
      </div>
    </div>
  </div>
</template>
