<script setup lang="ts">
import type { Finding } from '#core/finding/finding'
import { judgeGearWhole } from '#core/inspection/gear'
import { GEAR_KINDS } from '#core/inspection/kind'
import { OCCASIONS, occasionName, type Occasion } from '#core/inspection/occasion'
import { inspectionRoutes } from '#shared/inspection/routes'
import { gearState } from '#shared/inspection/state'
import { addressOf, call } from '~/composables/api'
import { useAddress } from '~/composables/list'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'
import { useGearKinds } from '~/stores/gear-kinds'
import { useSignIn } from '~/stores/sign-in'
import { kindWord } from '~/components/inspection/gear-words'
import { joined } from '~/components/frame/joined'

const route = useRoute()
const signIn = useSignIn()
const toast = useToast()
const { when, today } = useSiteTime()
const kind = GEAR_KINDS.find((name) => name === route.params.kind)
const { data, failure, load } = useLoad(() =>
  call(inspectionRoutes.gear, { params: { kind: kind!, id: String(route.params.id) } }),
)
if (kind) onMounted(load)
else throw createError({ statusCode: 404, fatal: true })
useHead({ title: () => `${data.value?.gear.label ?? 'Gear'} · Zonaris` })
const kinds = useGearKinds()
onMounted(kinds.load)
/** The look whose lines are shown below. */
const looking = useAddress().choice('look', [...OCCASIONS])
const occasion = computed({
  get: () => looking.value,
  set: (value: Occasion) => {
    looking.value = value
  },
})
/** As the shop has it: not shown before its own lines are known, and anew when they change. */
const lines = computed(() => (data.value ? kinds.linesOf(data.value.gear, occasion.value) : []))
const formKey = computed(() =>
  [occasion.value, data.value?.inspections.length, JSON.stringify(lines.value)].join(' '),
)
const repairing = ref(false)
const happened = ref(false)
const using = ref(false)
const mayInspect = computed(() => signIn.may('lead', 'instructor', 'worker'))
const useMeasure = computed(() => data.value && kinds.useMeasureOf(data.value.gear))
const hasFacts = computed(() => {
  const gear = data.value?.gear
  return gear && gear.kind !== 'cylinder' && (kinds.fieldsOf(gear).length > 0 || gear.maker)
})

const editing = ref(false)
const panel = useTemplateRef<{ load: () => Promise<void> }>('panel')
const changed = (): Promise<unknown> => Promise.all([load(), panel.value?.load()])
const POWER = { battery: 'battery', solar: 'solar', both: 'battery and solar' } as const
/** What a helmet reaches and has, in a line. */
const helmet = computed(() => {
  const gear = data.value?.gear
  if (!gear?.ranges) return ''
  const { details } = gear
  const shades = gear.ranges
    .map(([from, to]) => (from === to ? `fixed ${from}` : `${from} to ${to}`))
    .join(', ')
  const has = [
    details?.grind && 'grind mode',
    details?.sensitivity && 'sensitivity',
    details?.delay && 'delay',
    details?.power && POWER[details.power],
    details?.spares != null && `${details.spares} spare plates`,
  ]
    .filter(Boolean)
    .join(', ')
  return `Shade ${shades}. ${has ? `${has.charAt(0).toUpperCase()}${has.slice(1)}. ` : ''}${gear.assignedTo ? `Worn by ${gear.assignedTo}. ` : 'In the store. '}${details?.marking ? `Marked ${details.marking}.` : ''}`
})

const unlockSays = computed(() => {
  const { lockOccasion, everyDays } = data.value!.gear
  const look = occasionName(lockOccasion ?? 'beforeUse', everyDays).toLowerCase()
  return signIn.may('lead', 'instructor')
    ? `Repair it, log the repair, then pass this look afresh: ${look}.`
    : 'A lead or instructor unlocks it after the repair.'
})
/** What is in a cylinder, what is on a set, are judged below, so that its inspection says no more than that. */
const saysOf = (finding: Finding): string =>
  finding.level === 'clear' && kind !== 'cylinder' && kind !== 'gasSet'
    ? `${finding.sentence} Fit for use.`
    : finding.sentence
const findings = computed(() => {
  const gear = data.value?.gear
  if (!gear) return []
  const grace = signIn.me?.site.inspection.grace ?? {}
  return judgeGearWhole(gearState(gear, { today: today(), grace }))
})
function loggedSays(result: string): string {
  if (result === 'locked') return 'Locked out'
  if (result === 'fail') return 'Logged, with a fault'
  return data.value?.gear.lockReason ? 'Logged' : 'Logged: fit for use'
}
async function logged(result: string): Promise<void> {
  await load()
  toast.add({
    title: loggedSays(result),
    color: result === 'pass' ? 'success' : 'warning',
  })
}
const heading = computed(() => {
  const { kind, kindName, gas, description, station } = data.value!.gear
  const name = kind === 'own' ? kindName : kindWord(kind)
  const what = joined(name, gas, station && kind !== 'cylinder' && `at ${station}`)
  return description ? `${what}. ${description}` : what
})
const partLevel = (part: { lockReason: string | null; due: boolean }) => {
  if (part.lockReason) return 'stop'
  return part.due ? 'unknown' : 'clear'
}
</script>

<template>
  <Failure v-if="failure" :failure="failure" @retry="load" />
  <div v-else-if="data" class="space-y-5">
    <header class="flex flex-wrap items-end gap-4">
      <div class="grow min-w-0">
        <p class="muted">
          {{ heading }}
        </p>
        <h1>{{ data.gear.label }}</h1>
        <p v-if="helmet" class="mt-1">{{ helmet }}</p>
      </div>
      <UButton
        v-if="signIn.may('lead', 'instructor')"
        variant="outline"
        color="neutral"
        @click="editing = true"
      >
        Change
      </UButton>
    </header>
    <section
      v-if="data.gear.lockReason"
      class="panel edge edge-stop p-4"
      role="status"
      data-testid="lock"
    >
      <p class="flex gap-3">
        <FindingMark level="stop" :size="28" />
        <span>
          <span class="font-bold text-lg block">
            Locked out since {{ when(data.gear.lockedAt) }}
          </span>
          {{ data.gear.lockReason }}
          <span class="muted block">
            {{ unlockSays }}
          </span>
        </span>
      </p>
      <div class="flex flex-wrap gap-3 mt-3">
        <UButton
          icon="i-lucide-tag"
          variant="outline"
          color="neutral"
          target="_blank"
          external
          :to="addressOf(inspectionRoutes.gearTag, { kind, id: data.gear.id })"
        >
          Tag as PDF
        </UButton>
        <UButton v-if="mayInspect" icon="i-lucide-wrench" @click="repairing = true">
          Log the repair
        </UButton>
      </div>
    </section>
    <ul v-else class="space-y-2">
      <li
        v-for="finding in findings"
        :key="finding.sentence"
        class="panel edge p-4 flex gap-3"
        :class="`edge-${finding.level}`"
      >
        <FindingMark :level="finding.level" :size="26" />
        <span>
          <span class="font-semibold block">{{ saysOf(finding) }}</span>
          <span v-if="finding.remedy" class="muted">{{ finding.remedy }}</span>
        </span>
      </li>
    </ul>
    <CylinderPanel v-if="kind === 'cylinder'" :id="data.gear.id" ref="panel" />
    <SetPanel v-else-if="kind === 'gasSet'" :id="data.gear.id" ref="panel" @changed="load" />
    <PartPanel v-else-if="data.gear.facts" :gear="data.gear" />
    <div class="grid grid-cols-1 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)] gap-6 items-start">
      <div class="space-y-6">
        <section class="panel p-4 sm:p-6">
          <div class="flex flex-wrap items-center gap-3 mb-2">
            <h2 class="grow">Looks</h2>
            <UButton
              v-if="mayInspect && useMeasure"
              variant="ghost"
              color="neutral"
              icon="i-lucide-gauge"
              @click="using = true"
            >
              Log use
            </UButton>
            <UButton
              v-if="mayInspect && kind !== 'cylinder'"
              variant="ghost"
              color="neutral"
              icon="i-lucide-triangle-alert"
              @click="happened = true"
            >
              Something happened
            </UButton>
            <UButton
              v-if="mayInspect && !data.gear.lockReason"
              variant="ghost"
              color="neutral"
              icon="i-lucide-wrench"
              @click="repairing = true"
            >
              Repair
            </UButton>
          </div>
          <LookList v-model="occasion" :gear="data.gear" :may-inspect="mayInspect" />
        </section>
        <section v-if="mayInspect" class="panel p-4 sm:p-6">
          <h2 class="mb-2">Inspect: {{ occasionName(occasion, data.gear.everyDays) }}</h2>
          <Failure
            v-if="kinds.failure && !kinds.data"
            :failure="kinds.failure"
            @retry="kinds.load"
          />
          <p v-else-if="!kinds.data" class="muted">Reading the checklist…</p>
          <ChecklistForm
            v-else-if="lines.length > 0"
            :key="formKey"
            :gear="data.gear"
            :occasion="occasion"
            @logged="logged"
          />
          <p v-else class="muted">There is no such look for this kind of gear.</p>
        </section>
      </div>
      <div class="space-y-6">
        <section v-if="hasFacts" class="panel p-4 sm:p-6">
          <h2 class="mb-3">What it is</h2>
          <GearFacts :gear="data.gear" />
          <UButton
            v-if="kind === 'machine' || kind === 'engineDrive'"
            class="mt-3"
            variant="outline"
            color="neutral"
            icon="i-lucide-zap"
            :to="`/gear/power?machine=${data.gear.id}`"
          >
            Duty cycle and leads
          </UButton>
        </section>
        <section
          v-if="data.fitted.length > 0 || data.gear.parentId"
          class="panel p-4 sm:p-6"
          aria-labelledby="fitted"
        >
          <h2 id="fitted" class="mb-3">Fitted together</h2>
          <p v-if="data.gear.parentId">
            On
            <NuxtLink class="link" :to="`/gear/${data.gear.parentKind}/${data.gear.parentId}`">
              {{ data.gear.parent }}
            </NuxtLink>
          </p>
          <ul>
            <li v-for="part in data.fitted" :key="part.id" class="flex gap-2 items-center py-1">
              <FindingMark :level="partLevel(part)" :size="18" />
              <NuxtLink class="link" :to="`/gear/${part.kind}/${part.id}`">
                {{ part.label }}
              </NuxtLink>
              <span class="muted">{{ joined(part.kindName, part.lockReason) }}</span>
            </li>
          </ul>
        </section>
        <PortraitPanel
          :gear="data.gear"
          :photo="data.photo"
          :may-add="mayInspect"
          @changed="load"
        />
        <ReadingTrends :key="data.inspections.length" :gear="data.gear" />
        <section class="panel p-4 sm:p-6">
          <h2 class="mb-3">Record</h2>
          <GearRecord :record="data" @changed="load" />
        </section>
      </div>
    </div>
  </div>
  <template v-if="data">
    <GearForm v-model:open="editing" :gear="data.gear" @saved="changed" />
    <RepairForm v-model:open="repairing" :gear="data.gear" @done="load" />
    <GearEventForm v-model:open="happened" :gear="data.gear" @done="load" />
    <UseForm
      v-if="useMeasure"
      v-model:open="using"
      :gear="data.gear"
      :of="useMeasure"
      @done="load"
    />
  </template>
  <p v-if="!data && !failure" class="muted">Reading the gear…</p>
</template>
