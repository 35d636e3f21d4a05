<script setup lang="ts">
import { GEAR_KINDS } from '#core/inspection/checklist.table'
import { inspectionRoutes } from '#shared/inspection/routes'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'
import { useSignIn } from '~/stores/sign-in'
import { KIND_WORDS } from '~/components/inspection/gear-words'
import { joined } from '~/components/frame/joined'

const route = useRoute()
const signIn = useSignIn()
const toast = useToast()
const { when } = useSiteTime()
const kind = GEAR_KINDS.find((name) => name === route.params.kind)
const { data, failure, load } = useLoad(() =>
  call(inspectionRoutes.gear, { params: { kind: kind!, id: String(route.params.id) } }),
)
if (kind) onMounted(load)
else throw createError({ statusCode: 404, fatal: true })
useHead({ title: () => `${data.value?.gear.label ?? 'Gear'} · Zonaris` })
const RESULT = {
  pass: { level: 'clear', text: 'Passed' },
  fail: { level: 'caution', text: 'Fault, not locked' },
  locked: { level: 'stop', text: 'Locked out' },
} as const

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

const unlockSays = computed(() =>
  signIn.may('lead', 'instructor')
    ? 'Repair it, then log a full pass with a repair note.'
    : 'A lead or instructor unlocks it after the repair.',
)
const lastSeen = computed(() => {
  const days = data.value?.gear.daysSince ?? null
  return days === null ? 'Never inspected.' : `Due: last looked at ${days} days ago.`
})
/** What is in a cylinder, what is on a set, are judged below, so that its inspection says no more than that. */
const passedSays =
  kind === 'cylinder' || kind === 'gasSet' ? 'Passed its inspection.' : 'Fit for use.'
const inUse = computed(() =>
  data.value?.gear.lastResult === 'fail'
    ? { level: 'caution' as const, says: 'In use with a fault on record.' }
    : { level: 'clear' as const, says: passedSays },
)
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
  const { kind, gas, description } = data.value!.gear
  return description
    ? `${joined(KIND_WORDS[kind], gas)}. ${description}`
    : joined(KIND_WORDS[kind], gas)
})
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
    <p
      v-if="data.gear.lockReason"
      class="panel edge edge-stop p-4"
      role="status"
      data-testid="lock"
    >
      <span class="flex gap-3">
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
      </span>
    </p>
    <p v-else-if="data.gear.due" class="panel edge edge-unknown p-4 flex gap-3">
      <FindingMark level="unknown" :size="26" />
      <span class="font-semibold">{{ lastSeen }} Unknown until someone looks.</span>
    </p>
    <p v-else class="panel edge edge-clear p-4 flex gap-3">
      <FindingMark :level="inUse.level" :size="26" />
      <span class="font-semibold">
        {{ inUse.says }}
        Looked at {{ when(data.gear.lastAt) }}.
      </span>
    </p>
    <CylinderPanel v-if="kind === 'cylinder'" :id="data.gear.id" ref="panel" />
    <SetPanel v-else-if="kind === 'gasSet'" :id="data.gear.id" ref="panel" @changed="load" />
    <PartPanel v-else-if="data.gear.facts" :gear="data.gear" />
    <div class="grid grid-cols-1 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)] gap-6 items-start">
      <section v-if="signIn.may('lead', 'instructor', 'worker')" class="panel p-4 sm:p-6">
        <h2 class="mb-2">Inspect</h2>
        <ChecklistForm :key="data.gear.id" :gear="data.gear" @logged="logged" />
      </section>
      <section class="panel p-4 sm:p-6">
        <h2 class="mb-3">Record</h2>
        <p v-if="data.inspections.length === 0" class="muted">No inspection yet.</p>
        <ol class="space-y-3">
          <li
            v-for="entry in data.inspections"
            :key="entry.id"
            class="border-b border-(--rule) pb-2"
          >
            <p class="flex items-center gap-2">
              <FindingMark :level="RESULT[entry.result].level" />
              <span class="font-semibold">{{ RESULT[entry.result].text }}</span>
              <span class="muted ml-auto">{{ when(entry.at) }}</span>
            </p>
            <p class="muted">
              {{ joined(entry.person, entry.rehearsal && 'rehearsal') }}
            </p>
            <p
              v-for="line in entry.lines.filter((line) => line.mark === 'fail')"
              :key="line.id"
              class="text-sm"
            >
              {{ line.name }}: {{ line.because ?? line.note }}
            </p>
            <p v-if="entry.repairNote" class="text-sm">
              <span class="font-semibold">Repair:</span>
              {{ entry.repairNote }}
            </p>
          </li>
        </ol>
      </section>
    </div>
  </div>
  <GearForm v-if="data" v-model:open="editing" :gear="data.gear" @saved="changed" />
  <p v-if="!data && !failure" class="muted">Reading the gear…</p>
</template>
