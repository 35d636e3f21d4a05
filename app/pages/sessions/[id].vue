<script setup lang="ts">
import { dayText } from '#core/calendar/day'
import { onKeyStroke, useIntervalFn, useLocalStorage } from '@vueuse/core'
import { START_NAME } from '#core/assessment/answer'
import { sessionRoutes } from '#shared/session/routes'
import type { Fix, Session, SessionChange } from '#shared/session/schema'
import { addressOf, call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useChanged } from '~/stores/changes'
import { useSubmit } from '~/composables/submit'
import { useUnits } from '~/composables/units'
import { useSignIn } from '~/stores/sign-in'
import { useShift } from '~/stores/shift'

definePageMeta({ key: (route) => route.path })
const signIn = useSignIn()
const shift = useShift()
const units = useUnits()
const id = String(useRoute().params.id)
const {
  data: session,
  failure,
  load,
} = useLoad(() => call(sessionRoutes.session, { params: { id } }))
onMounted(load)
useHead({ title: () => `${session.value?.title ?? 'Session'} · Zonaris` })
const { busy, message, submit } = useSubmit()
/** What somebody else changes is seen here without a reload; never over what is on its way from here. */
const LOOK_AGAIN_MS = 60_000
async function lookAgain(): Promise<void> {
  if (document.visibilityState !== 'visible' || busy.value || !session.value) return
  const before = session.value
  const now = await call(sessionRoutes.session, { params: { id } }).catch(() => null)
  if (now && session.value === before && !busy.value) session.value = now
}
useIntervalFn(lookAgain, LOOK_AGAIN_MS)
useChanged(['sessions', 'gear', 'gas', 'air', 'people', 'jobs', 'stations'], lookAgain)
const mayWrite = computed(() => signIn.may('lead', 'instructor'))
const chosen = ref<string[]>([])
const at = ref({ row: 0, column: 0 })
const opened = ref(false)

const members = computed(() => session.value?.members ?? [])
const looked = computed(() => {
  const member = members.value[at.value.row]
  const cell = member?.cells[at.value.column]
  return opened.value && member && cell ? { member, cell } : null
})
const unmarked = computed(() =>
  members.value.filter((member) => member.presence === 'expected').map((member) => member.personId),
)
const unproved = computed(() =>
  (session.value?.stations ?? [])
    .filter((station) => station.proved === false)
    .map((station) => station.id),
)

async function take(work: () => Promise<Session>): Promise<void> {
  const now = await submit(work)
  if (!now) return
  session.value = now
  const here = now.members.map((member) => member.personId)
  chosen.value = chosen.value.filter((person) => here.includes(person))
  void shift.load()
}
const change = (next: SessionChange): Promise<void> =>
  take(() => call(sessionRoutes.changeSession, { params: { id }, body: { change: next } }))
const undo = (): Promise<void> =>
  take(() => call(sessionRoutes.undoSession, { params: { id }, body: {} }))
onKeyStroke('z', (event) => {
  if (
    (event.ctrlKey || event.metaKey) &&
    !(event.target instanceof HTMLInputElement) &&
    session.value?.undo &&
    mayWrite.value
  ) {
    event.preventDefault()
    void undo()
  }
})
const fix = (cure: Fix): Promise<void> | undefined =>
  cure.change ? change(cure.change) : undefined

const KINDS = ['helmet', 'machine', 'cylinder'] as const
type Kind = (typeof KINDS)[number]
const checking = ref<Kind | null>(null)
const checkOpen = computed({
  get: () => checking.value !== null,
  set: (on) => {
    if (!on) checking.value = null
  },
})
const dueOf = (kind: Kind) => session.value?.due[kind] ?? []
async function checkAll(): Promise<void> {
  const kind = checking.value!
  await take(() =>
    call(sessionRoutes.checkAll, {
      params: { id },
      body: { kind, gear: dueOf(kind).map((gear) => gear.id), confirm: true },
    }),
  )
  checking.value = null
}
const ASK: Record<Kind, string> = {
  helmet:
    'Each tested with a spark or lighter flame; shell held to the light; plates, headband and battery good; out of grind mode.',
  machine:
    'Each looked over: mains cable, case, leads, holder, clamp, footing, fan. Voltages are not measured in this check and stay open.',
  cylinder:
    'Each looked over: label, stamp, chain, cap or regulator, valve, body, leak test, arrestor. The pressure is not read in this check and stays open.',
}
const adding = ref<string | undefined>()
watch(adding, async (person) => {
  if (person) {
    await change({ kind: 'add', people: [person] })
    adding.value = undefined
  }
})
/** Kept on this device: the paper is that of the printer beside it. */
const kept = useLocalStorage<'' | 'A4' | 'LETTER'>('zonaris-paper', '')
const paper = computed({
  get: () => kept.value || (units.value === 'us' ? 'LETTER' : 'A4'),
  set: (value) => {
    kept.value = value
  },
})
</script>

<template>
  <Failure v-if="failure" :failure="failure" @retry="load" />
  <div v-else-if="session" class="space-y-4">
    <div class="flex flex-wrap items-end gap-x-6 gap-y-3">
      <div class="grow min-w-0">
        <p class="muted">
          <NuxtLink class="link" to="/sessions">Sessions</NuxtLink>
          · {{ dayText(session.day) }}
          <template v-if="session.course">· {{ session.course }}</template>
          <template v-if="!session.today">· not today: judged as things stand now</template>
        </p>
        <h1 class="break-words">{{ session.title }}</h1>
      </div>
      <p class="flex items-center gap-3" data-testid="session-level" aria-live="polite">
        <FindingMark :level="session.level" :size="40" />
        <span>
          <span class="plate text-5xl block" :class="`text-${session.level}`">
            {{ START_NAME[session.level] }}
          </span>
          <span class="text-sm">
            {{ session.counts.clear }} clear, {{ session.counts.caution }} with care,
            {{ session.counts.stop }} stop, {{ session.counts.unknown }} unknown,
            {{ session.counts.absent }} absent
          </span>
        </span>
      </p>
    </div>
    <p v-if="session.rehearsal" class="edge edge-caution panel p-3 font-semibold">
      Made in a rehearsal. Not a real session.
    </p>
    <div class="flex flex-wrap gap-2 no-print">
      <template v-if="mayWrite">
        <UButton
          v-if="unmarked.length > 0"
          icon="i-lucide-user-check"
          :disabled="busy"
          @click="change({ kind: 'presence', people: unmarked, presence: 'present' })"
        >
          All here ({{ unmarked.length }})
        </UButton>
        <UButton
          v-if="unproved.length > 0"
          icon="i-lucide-wind"
          :disabled="busy"
          @click="change({ kind: 'prove', stations: unproved, proved: true })"
        >
          {{ unproved.length }} hoods pull
        </UButton>
        <template v-for="kind in KINDS" :key="kind">
          <UButton
            v-if="dueOf(kind).length > 0"
            icon="i-lucide-clipboard-check"
            :disabled="busy"
            @click="checking = kind"
          >
            {{ dueOf(kind).length }} {{ kind }}{{ dueOf(kind).length > 1 ? 's' : '' }} to check
          </UButton>
        </template>
        <UButton
          variant="outline"
          color="neutral"
          icon="i-lucide-undo-2"
          :disabled="busy || !session.undo"
          :title="session.undo?.says"
          @click="undo"
        >
          Undo
          <span v-if="session.undo" class="muted font-normal max-w-40 truncate">
            {{ session.undo.says }}
          </span>
        </UButton>
      </template>
      <template v-if="mayWrite">
        <UButton
          variant="outline"
          color="neutral"
          icon="i-lucide-printer"
          :to="`${addressOf(sessionRoutes.rosterPdf, { id })}?paper=${paper}`"
          target="_blank"
          external
          aria-label="Roster sheet as PDF"
        >
          Roster
        </UButton>
        <UButton
          variant="outline"
          color="neutral"
          icon="i-lucide-printer"
          :to="`${addressOf(sessionRoutes.boothPdf, { id })}?paper=${paper}`"
          target="_blank"
          external
          aria-label="Booth cards as PDF"
        >
          Booths
        </UButton>
        <USelect
          v-model="paper"
          :items="[
            { value: 'LETTER', label: 'Letter' },
            { value: 'A4', label: 'A4' },
          ]"
          aria-label="Paper"
          class="w-28"
        />
      </template>
    </div>
    <p v-if="message" role="alert" class="edge edge-stop panel p-3 font-semibold">{{ message }}</p>
    <div class="grid grid-cols-1 xl:grid-cols-[minmax(0,1fr)_23rem] gap-4 items-start">
      <div class="space-y-3 min-w-0">
        <AssignBar
          v-if="mayWrite && chosen.length > 0"
          :session="session"
          :chosen="chosen"
          :busy="busy"
          @change="change"
        />
        <div v-if="members.length === 0" class="panel p-8 text-center">
          <p class="font-semibold">Nobody in this session yet.</p>
        </div>
        <MemberList
          v-if="members.length > 0"
          class="md:hidden"
          :members="members"
          :may-write="mayWrite"
          :busy="busy"
          @fix="fix"
        />
        <ReadinessGrid
          v-if="members.length > 0"
          v-model:chosen="chosen"
          v-model:at="at"
          :members="members"
          :may-write="mayWrite"
          class="hidden md:block"
          @open="opened = true"
        />
        <div v-if="mayWrite" class="max-w-sm">
          <PersonPicker
            v-model="adding"
            label="Add a late joiner"
            placeholder="Add someone: type a name"
            :disabled="busy"
          />
        </div>
      </div>
      <div
        class="space-y-4 order-first xl:order-none xl:sticky xl:top-2 xl:max-h-[calc(100dvh-1rem)] xl:overflow-y-auto"
      >
        <CellPanel
          v-if="looked"
          :member="looked.member"
          :cell="looked.cell"
          :may-write="mayWrite"
          :busy="busy"
          @fix="fix"
        />
        <TaskList
          :members="members"
          :unmarked="unmarked.length"
          :may-write="mayWrite"
          :busy="busy"
          @fix="fix"
        />
      </div>
    </div>
    <UModal
      v-if="checking"
      v-model:open="checkOpen"
      :title="`Pre-use check: ${dueOf(checking).length} ${checking}s`"
      :description="ASK[checking]"
    >
      <template #body>
        <p class="flex flex-wrap gap-2">
          <span
            v-for="gear in dueOf(checking)"
            :key="gear.id"
            class="plate text-2xl px-2 py-1 border border-(--rule)"
          >
            {{ gear.label }}
          </span>
        </p>
        <p class="mt-3">
          A fault on one of them? Log that one on its own page first: it is taken out of use there.
        </p>
      </template>
      <template #footer>
        <UButton :loading="busy" @click="checkAll">Every line passed on all of them</UButton>
        <UButton variant="ghost" color="neutral" @click="checkOpen = false">Leave it</UButton>
      </template>
    </UModal>
  </div>
</template>
