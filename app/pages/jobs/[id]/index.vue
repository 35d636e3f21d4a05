<script setup lang="ts">
import { START_NAME, startAnswer, stepAnswers, type StepAnswer } from '#core/assessment/answer'
import type { GearKind } from '#core/inspection/kind'
import { jobRoutes } from '#shared/job/routes'
import { gearWords, jobWords, noiseWords } from '~/components/job/job-words'
import { call } from '~/composables/api'
import { useJobAssessment } from '~/composables/job/assessment'
import { useJobDraft } from '~/composables/job/draft'
import { useJobFire } from '~/composables/job/fire'
import { useSaveKey } from '~/composables/job/save-key'
import { useLoad } from '~/composables/load'
import { useShopLists } from '~/composables/shop'
import { useUnits } from '~/composables/units'
import { useSignIn } from '~/stores/sign-in'

/** A job: described once, answered at every key. A saved one leads with the answer, its form folded to a line. */
definePageMeta({ key: (route) => route.path })
const route = useRoute()
const signIn = useSignIn()
const units = useUnits()
const toast = useToast()
const id = route.params.id === 'new' ? null : String(route.params.id)
const lists = useShopLists()
const choices = useLoad(() => call(jobRoutes.jobChoices, {}))
const { draft, kept, job, failure, busy, errors, message, load, reload, startFrom, ...form } =
  useJobDraft(id)
const { dirty, restored } = kept
const store = computed(() => lists.gear.data.value ?? [])
const stations = lists.stations.data
const { rules, welder, loadWelder, helmet, named, assessment, findingsOf, kit } = useJobAssessment(
  draft,
  job,
  store,
)
const fire = useJobFire(draft, job, stations)
const { permit, placed, designated, hotWork } = fire

useHead({ title: () => `${id ? draft.value.title || 'Job' : 'New job'} · Zonaris` })
const mayWrite = computed(() => signIn.may('lead', 'instructor', 'worker'))
/** The permit that holds the job as it is. */
const holding = computed(() => {
  const open = job.value?.openPermit
  return open && open.state !== 'draft' ? open : null
})
const frozen = computed(() => !mayWrite.value || holding.value !== null)
/** A new job is described; a saved one shows its answer until someone wants to change it. */
const describing = ref(id === null)
watch([restored, errors], ([back, wrong]) => {
  if (back || Object.keys(wrong).length > 0) describing.value = true
})

async function loadAll(): Promise<void> {
  await Promise.all([lists.load(), load(), id ? null : choices.load()])
  await fire.loadPermit()
}
onMounted(async () => {
  await loadAll()
  // A link to a step is honoured once there is something to scroll to.
  await nextTick()
  if (route.hash) document.getElementById(route.hash.slice(1))?.scrollIntoView()
})

const answers = computed((): StepAnswer[] => [
  ...stepAnswers(assessment.value, kit.value.lacks),
  fire.answer.value,
])
const levelOf = computed(() => new Map(answers.value.map((answer) => [answer.step, answer.level])))
const TITLE = {
  eyes: 'Eyes',
  body: 'Body',
  air: 'Air',
  gear: 'Gas and gear',
  fire: 'Fire',
} as const
const steps = computed(() => [
  { id: 'job', title: 'Job', level: null },
  ...answers.value.map(({ step, level }) => ({ id: step, title: TITLE[step], level })),
])
const overall = computed(() => startAnswer(answers.value).level)
const number = computed(() => {
  if (job.value) return `Job ${job.value.number}`
  return id ? 'Reading…' : 'New job'
})
const words = computed(() => (job.value ? jobWords(job.value, helmet.value, units.value) : ''))
const welderNamed = computed(() =>
  job.value?.welderId ? { id: job.value.welderId, name: job.value.welder ?? '' } : null,
)
const ofKind = (...kinds: GearKind[]) => store.value.filter((gear) => kinds.includes(gear.kind))

async function save(): Promise<boolean> {
  if (frozen.value) return false
  const stands = await form.save()
  if (stands && id) {
    await fire.loadPermit()
    toast.add({ title: 'Saved', icon: 'i-lucide-check' })
  }
  return stands
}
useSaveKey(save, message)
const saveIfDirty = async (): Promise<boolean> => !dirty.value || (await save())
async function drafted(): Promise<void> {
  await reload()
  await fire.loadPermit()
}
</script>

<template>
  <Failure v-if="failure" :failure="failure" @retry="loadAll" />
  <div v-else class="grid grid-cols-1 lg:grid-cols-[13rem_minmax(0,1fr)] gap-x-8 gap-y-4">
    <div class="lg:col-start-2 flex flex-wrap items-end gap-4">
      <div class="grow min-w-0">
        <p class="muted">{{ number }}</p>
        <h1 class="break-words">{{ draft.title || (id ? '' : 'Describe the job') }}</h1>
      </div>
      <JobActions v-if="id" :job-id="id" :may-write="mayWrite" :busy="busy" @copy="form.copy" />
    </div>
    <SeamNav :steps="steps">
      <div class="hidden lg:block mt-5 pt-4 border-t border-(--rule) space-y-3">
        <p v-if="!id" data-testid="overall">
          <FindingMark :level="overall" :size="26" />
          <span class="plate text-3xl block mt-1" :class="`text-${overall}`">
            {{ START_NAME[overall] }}
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
      <p v-if="holding" class="edge edge-caution panel p-3">
        Permit
        <NuxtLink class="link" :to="`/permits/${holding.id}`">{{ holding.number }}</NuxtLink>
        is {{ holding.state }} on this job, so it cannot change. Copy it to change it.
      </p>
      <p v-if="job?.rehearsal" class="edge edge-caution panel p-3 font-semibold">
        Described in a rehearsal. Not a real job.
      </p>
      <p v-if="restored" class="edge edge-caution panel p-3 flex flex-wrap items-center gap-3">
        <span class="grow">Your unsaved entries were brought back.</span>
        <UButton variant="outline" color="neutral" @click="kept.discard">Discard them</UButton>
      </p>
      <p v-if="message" role="alert" class="edge edge-stop panel p-3 font-semibold">
        {{ message }}
      </p>
      <JobAnswer v-if="job" :steps="answers" />
      <p v-if="job?.planVersion" class="muted">
        Described under
        <NuxtLink class="link" :to="`/plan?version=${job.planVersion}`">
          version {{ job.planVersion }} of the plan
        </NuxtLink>
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
            {{ choice.title }}, {{ choice.placeName }}
          </UButton>
        </div>
        <FoldedForm v-model:open="describing" :words="words" :disabled="frozen">
          <JobForm
            v-model="draft"
            :stations="stations ?? []"
            :welder="welderNamed"
            :gear="store"
            :errors="errors"
            :disabled="frozen"
          />
        </FoldedForm>
      </StepBand>
      <StepBand id="eyes" :number="2" :title="TITLE.eyes" :level="levelOf.get('eyes')">
        <EyesStep
          v-model="draft"
          :assessment="assessment"
          :rules="rules"
          :helmet="helmet"
          :person="welder?.person ?? null"
          :findings="findingsOf('eyes')"
          :errors="errors"
          :disabled="frozen"
          @found="loadWelder"
        />
      </StepBand>
      <StepBand id="body" :number="3" :title="TITLE.body" :level="levelOf.get('body')">
        <DressedFigure
          :answer="assessment.ppe"
          :shade="assessment.wanted"
          :missing="kit.lacks"
          :supplied="kit.supplied"
          :respirator="draft.spec.respirator"
        />
        <FindingList :findings="findingsOf('body')" />
        <FoldedForm v-model:open="describing" :words="noiseWords(draft.spec)" :disabled="frozen">
          <div class="grid grid-cols-1 sm:grid-cols-3 gap-4">
            <NoiseFields v-model="draft.spec.noise" :errors="errors" :disabled="frozen" />
          </div>
        </FoldedForm>
      </StepBand>
      <StepBand id="air" :number="4" :title="TITLE.air" :level="levelOf.get('air')">
        <AirStep
          v-model="draft"
          v-model:open="describing"
          :job-id="id"
          :dirty="dirty"
          :findings="findingsOf('air')"
          :errors="errors"
          :disabled="frozen"
        />
      </StepBand>
      <StepBand id="gear" :number="5" :title="TITLE.gear" :level="levelOf.get('gear')">
        <FindingList :findings="findingsOf('gear')" />
        <FoldedForm v-model:open="describing" :words="gearWords(named)" :disabled="frozen">
          <div class="grid grid-cols-1 sm:grid-cols-2 gap-4">
            <GearPicker
              v-model="draft.gearIds"
              label="Machine"
              :gear="ofKind('machine', 'engineDrive')"
              :disabled="frozen"
            />
            <GearPicker
              v-model="draft.cylinderIds"
              label="Cylinder"
              :gear="ofKind('cylinder')"
              :disabled="frozen"
            />
          </div>
        </FoldedForm>
      </StepBand>
      <StepBand id="fire" :number="6" :title="TITLE.fire" :level="levelOf.get('fire')">
        <FireStep
          v-model:permit="permit"
          :job-id="id"
          :placed="placed"
          :designated="designated"
          :because="hotWork?.because ?? null"
          :may-write="mayWrite"
          :save="saveIfDirty"
          @drafted="drafted"
        />
      </StepBand>
      <div
        v-if="!frozen && (dirty || !id)"
        class="lg:hidden sticky bottom-16 md:bottom-2 z-20 flex gap-3 items-center panel p-2 no-print"
      >
        <FindingMark :level="overall" :size="28" />
        <span class="font-bold grow">{{ START_NAME[overall] }}</span>
        <UButton :loading="busy" :disabled="!dirty" @click="save">Save</UButton>
      </div>
    </div>
  </div>
</template>
