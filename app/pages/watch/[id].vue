<script setup lang="ts">
import { watchText } from '#shared/permit/watch-text'
import { useIntervalFn } from '@vueuse/core'
import { countdown, finalRoundMade } from '#core/firewatch/countdown'
import { tracesSeen, type Trace } from '#core/firewatch/round'
import { isSpot, tracesAt } from '#core/firewatch/spot'
import type { PermitState } from '#core/permit/lifecycle'
import { permitRoutes } from '#shared/permit/routes'
import type { RoundSpot } from '#shared/permit/round'
import type { Permit } from '#shared/permit/schema'
import { call } from '~/composables/api'
import { clockText, useServerClock } from '~/composables/clock'
import { useLoad } from '~/composables/load'
import { useChanged } from '~/stores/changes'
import { useWatchSeen } from '~/composables/alert/seen'
import { lateText, roundTimes } from '~/components/permit/late'
import { newestSpots, spotTexts } from '~/components/permit/spots'
import { useQueue } from '~/composables/offline/queue'
import { useKeptPhotos } from '~/composables/photo/kept'
import { usePermitActions, type RoundEntry } from '~/composables/permit/actions'
import { useWatchPhone } from '~/composables/permit/awake'
import { useSubmit } from '~/composables/submit'
import { useSiteTime } from '~/composables/time'
import { useUnits } from '~/composables/units'
import { useSignIn } from '~/stores/sign-in'

/** For the one who stands there, phone in a glove: how long still, when the next round, one big button. */
const route = useRoute()
const signIn = useSignIn()
const { now } = useServerClock()
const { clock, when } = useSiteTime()
const units = useUnits()
const {
  data: permit,
  failure,
  load,
} = useLoad<Permit>(() => call(permitRoutes.permit, { params: { id: String(route.params.id) } }))
const { act, round, handOver, hotPart } = usePermitActions(permit, load)
const { busy, message, submit } = useSubmit()
onMounted(load)
useIntervalFn(load, 30_000)
useChanged(['permits'], load)
useHead({ title: () => `Watch ${permit.value?.number ?? ''} · Zonaris` })

/** Rounds of which it is known when they were made; those that wait on this phone count here already. */
const { waiting } = useQueue()
const keptOf = (of: { id: string }) =>
  waiting.value.filter(({ route: id, subject }) => id === of.id && subject === permit.value?.id)
const keptRounds = computed(() => keptOf(permitRoutes.round))
const keptHotParts = computed(() => keptOf(permitRoutes.hotPart))
const rounds = computed(() => [
  ...roundTimes(permit.value?.events ?? []),
  ...keptRounds.value.map(({ shownAt }) => shownAt),
])
const running = computed(() =>
  permit.value?.watchStartedAt && permit.value.state !== 'closed'
    ? {
        startedAt: Date.parse(permit.value.watchStartedAt),
        minutes: permit.value.watchMinutes,
        monitoring: permit.value.monitoring,
        rounds: rounds.value,
      }
    : null,
)
const count = computed(() => running.value && countdown(running.value, now.value))
/** The server calls people while nobody shows it. */
const isOwed = computed(
  () =>
    permit.value !== null && permit.value.workStartedAt !== null && permit.value.state !== 'closed',
)
useWatchSeen(computed(() => (isOwed.value ? permit.value!.id : null)))
const { isAwake } = useWatchPhone(
  computed(() => running.value !== null),
  computed(() => count.value?.roundOverdue ?? false),
)
const mayWork = computed(() => signIn.may('lead', 'instructor', 'worker'))
const note = ref('')
/** What is noticed on the round that is being walked, by place. */
const traces = ref<Record<string, Trace[]>>({})
/** Photos taken on it, by place. */
const photos = ref<Record<string, string>>({})
/** What a thermal camera read on it, by place. */
const spots = ref<Record<string, RoundSpot>>({})
const spotsBefore = computed(() => newestSpots(permit.value?.events ?? []))
const keptPhotos = useKeptPhotos()
const looked = computed(() =>
  permit.value!.lookAt.map(({ id, name }) => {
    const spot = spots.value[id]
    const place = {
      id,
      name,
      traces: traces.value[id] ?? [],
      ...(photos.value[id] && { photo: photos.value[id] }),
      // No round is held up by a figure that no camera gives.
      ...(spot && isSpot(spot.kelvin) && { spot }),
    }
    return { ...place, traces: tracesAt(place, spotsBefore.value[id] ?? null) }
  }),
)
const noticed = computed(() => tracesSeen(looked.value))
const roundSays = computed(() =>
  noticed.value.length > 0 ? `Round made: ${noticed.value.length} noticed` : 'Round made',
)
function beginRound(): void {
  note.value = ''
  traces.value = {}
  photos.value = {}
  spots.value = {}
}
const closing = ref(false)
const stopping = ref(false)
const resuming = ref(false)
const may = (action: 'start' | 'stop' | 'resume' | 'close'): boolean =>
  mayWork.value && permit.value!.actions.includes(action)
const closable = computed(
  () =>
    count.value?.done &&
    running.value &&
    finalRoundMade(running.value) &&
    permit.value!.traces.length === 0,
)

/** Work goes on under it, so no watch counts yet. */
const working = computed(
  () =>
    permit.value?.state === 'working' ||
    (permit.value?.state === 'expired' && permit.value.workStartedAt !== null),
)
const REST: Partial<Record<PermitState, string>> = {
  closed: 'Closed',
  revoked: 'Revoked, no work was done',
  draft: 'Not issued yet',
}
const rest = computed(() => {
  const { state } = permit.value!
  return REST[state] ?? state
})
const newestRounds = computed(
  () => permit.value?.events.filter((event) => event.kind === 'round').toReversed() ?? [],
)
const doneSays = computed(() =>
  closable.value ? 'Last round made. Close the permit.' : 'Time is up. Walk the area once more.',
)
/** What a round noticed, and its note. */
const roundText = ({ details, note: said }: Permit['events'][number]): string =>
  [
    ...tracesSeen(details?.looked ?? []),
    ...spotTexts(details?.looked ?? [], units.value),
    ...(said ? [said] : []),
  ].join('. ')
const handing = ref(false)
const signing = ref(false)
/** On the own phone one tap is enough; on another's the one who walked signs. */
async function logRound(): Promise<void> {
  if (signIn.me?.id !== permit.value!.fireWatchId) {
    signing.value = true
    return
  }
  const made = await submit(async () => {
    await sendPhotos()
    await round({ looked: looked.value, ...(note.value && { note: note.value }) })
    return true
  })
  if (!made) return
  void keptPhotos.drop(Object.values(photos.value))
  beginRound()
}
function sendPhotos(): Promise<void> {
  const { id, number } = permit.value!
  const about = { subject: id, says: `round, permit ${number}`, link: `/watch/${id}` }
  return keptPhotos.sendOrKeepAll({ kind: 'permit', id }, Object.values(photos.value), about)
}
/** With the PIN of another everything is sent at once. */
async function signedRound(entry: RoundEntry): Promise<unknown> {
  const { id } = permit.value!
  await keptPhotos.sendAll({ kind: 'permit', id }, Object.values(photos.value), false)
  return round(entry)
}
</script>

<template>
  <Failure v-if="failure && !permit" :failure="failure" @retry="load" />
  <div v-else-if="permit" class="max-w-md mx-auto text-center space-y-3 -mt-2">
    <div>
      <p class="muted flex items-center justify-center gap-3">
        <NuxtLink class="link" :to="`/permits/${permit.id}`">Permit {{ permit.number }}</NuxtLink>
        <StateMark :state="permit.state" />
      </p>
      <h1 class="text-3xl">{{ permit.place }}</h1>
      <p>{{ permit.job }}. Watch: {{ permit.fireWatch }}</p>
    </div>
    <div
      v-if="permit.traces.length > 0"
      role="alert"
      class="edge edge-stop panel p-3 text-left"
      data-testid="traces"
    >
      <p class="font-semibold text-lg">{{ permit.traces.join(', ') }}</p>
      <p>Stay, tell the lead, call the fire service if it grows. Walk again until it is gone.</p>
    </div>
    <template v-if="running && count">
      <WatchDial
        :started-at="running.startedAt"
        :minutes="running.minutes"
        :monitoring="running.monitoring"
        :rounds="rounds"
        :next-round-at="count.done ? null : count.nextRoundAt"
        :now="now"
        :size="250"
        :todo="closable ? 'Close it' : 'Last round'"
      />
      <p
        class="text-lg font-semibold"
        :class="{ 'text-stop': count.roundOverdue && !count.done }"
        data-testid="next-round"
      >
        <template v-if="count.done">
          {{ doneSays }}
        </template>
        <template v-else-if="count.roundOverdue">
          Round overdue since {{ clock(new Date(count.nextRoundAt).toISOString()) }}. Walk now.
        </template>
        <template v-else>Next round in {{ clockText(count.nextRoundAt - now) }}</template>
      </p>
      <template v-if="mayWork">
        <UButton class="w-full min-h-20 text-2xl" :loading="busy" @click="logRound">
          {{ roundSays }}
        </UButton>
        <p class="muted text-sm">
          Logs all {{ permit.lookAt.length }} places below as looked at.
          <template v-if="isAwake">The screen stays on.</template>
        </p>
        <UInput
          v-model="note"
          placeholder="What you saw, if anything"
          class="w-full"
          aria-label="Note on this round"
        />
        <p v-if="message" role="alert" class="text-stop font-semibold">{{ message }}</p>
        <RoundPlaces
          v-model="traces"
          v-model:photos="photos"
          v-model:spots="spots"
          :places="permit.lookAt"
          :before="spotsBefore"
        />
        <UButton
          v-if="may('close')"
          class="w-full min-h-14"
          :variant="closable ? 'solid' : 'outline'"
          :disabled="!closable"
          @click="closing = true"
        >
          Close the permit
        </UButton>
        <UButton
          v-if="permit.mayHandOver"
          class="w-full"
          variant="outline"
          color="neutral"
          @click="handing = true"
        >
          Hand the watch over
        </UButton>
        <UButton
          v-if="may('resume')"
          class="w-full"
          variant="ghost"
          color="neutral"
          @click="resuming = true"
        >
          Work goes on: start over
        </UButton>
      </template>
    </template>
    <template v-else-if="working">
      <p class="plate text-5xl py-6">
        {{ permit.state === 'expired' ? 'Time ran out' : 'Work going on' }}
      </p>
      <p>
        Valid until {{ when(permit.validTo) }}. The watch starts when the last arc is out:
        {{ watchText(permit) }}.
      </p>
      <UButton v-if="may('stop')" class="w-full min-h-20 text-2xl" @click="stopping = true">
        Work stopped
      </UButton>
    </template>
    <template v-else-if="permit.state === 'issued'">
      <p class="plate text-5xl py-6">Not started</p>
      <UButton
        v-if="may('start')"
        class="w-full min-h-16 text-xl"
        :loading="busy"
        @click="submit(() => act('start'))"
      >
        Start work
      </UButton>
      <p v-if="message" role="alert" class="text-stop font-semibold">{{ message }}</p>
    </template>
    <p v-else class="plate text-5xl py-10">{{ rest }}</p>
    <HotParts
      v-if="permit.workStartedAt && permit.state !== 'closed'"
      :permit="permit"
      :now="now"
      :may-mark="mayWork"
      :kept="keptHotParts"
      :mark="hotPart"
    />
    <section class="panel p-4 text-left">
      <h2 class="text-xl mb-2">If it burns</h2>
      <CallList class="mb-3" />
      <ol class="list-decimal ml-5 space-y-1">
        <li>Shout, raise the alarm, call the fire service.</li>
        <li>Extinguisher only on a small fire, with the way out behind you.</li>
        <li>Gas: shut the acetylene first if it can be reached safely.</li>
      </ol>
      <ul v-if="permit.helps && permit.helps.length > 0" class="mt-2" aria-label="Nearest">
        <li v-for="help in permit.helps" :key="help.kind" class="flex gap-2 items-baseline">
          <span class="font-semibold">{{ help.name }}</span>
          <span>
            <QuantityText :amount="help.metres" unit="m" />
            to the {{ help.direction }}
          </span>
        </li>
      </ul>
      <p v-else class="mt-2">No plan shows where extinguisher and way out are: look now.</p>
      <p class="muted text-sm mt-2">The site's emergency plan comes before this list.</p>
    </section>
    <section v-if="rounds.length > 0" class="text-left">
      <h2 class="text-xl mb-1">Rounds</h2>
      <ul class="space-y-1">
        <li
          v-for="kept in keptRounds"
          :key="kept.number"
          class="flex gap-3"
          data-testid="kept-round"
        >
          <span class="font-semibold">{{ clock(new Date(kept.shownAt).toISOString()) }}</span>
          <span>Waits on this phone for a signal</span>
        </li>
        <li v-for="event in newestRounds" :key="event.id" class="flex flex-wrap gap-x-3">
          <span class="font-semibold">{{ clock(event.countsAt ?? event.at) }}</span>
          <span class="muted">{{ event.person }}</span>
          <span v-if="event.details?.late" class="muted">{{ lateText(event, clock) }}</span>
          <span>{{ roundText(event) }}</span>
        </li>
      </ul>
    </section>
    <FireAlarm
      v-if="permit.state !== 'draft' && permit.state !== 'closed'"
      class="alarm-dock"
      :permit="permit"
      :may-raise="mayWork"
    />
    <HandOverDialog v-model:open="handing" what="watch" :permit="permit" :hand-over="handOver" />
    <RoundDialog
      v-model:open="signing"
      :permit="permit"
      :note="note"
      :looked="looked"
      :round="signedRound"
      @made="beginRound"
    />
    <AskDialog
      v-model:open="closing"
      title="Close the permit"
      says="The watch has run its time and the area was seen at the end."
      confirm="Close the permit"
      :pin-of="permit.fireWatch"
      :send="(entry) => act('close', entry)"
    />
    <AskDialog
      v-model:open="stopping"
      title="Work stopped"
      says="The last arc is out. The watch counts from now."
      confirm="Start the watch"
      :send="() => act('stop')"
    />
    <AskDialog
      v-model:open="resuming"
      title="Work goes on"
      says="The watch starts over from the next last arc."
      confirm="Resume work"
      :send="() => act('resume')"
    />
  </div>
  <p v-else class="muted">Reading the watch…</p>
</template>

<style scoped>
/* In sight wherever one reads, above the bar of a phone. */
.alarm-dock {
  position: sticky;
  bottom: 4.25rem;
  z-index: 10;
}
@media (min-width: 48rem) {
  .alarm-dock {
    bottom: 0.75rem;
  }
}
</style>
