<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import type { Finding, Step } from '#core/finding/finding'
import { overridable } from '#core/finding/finding'
import { WATCH_MINUTES } from '#core/firewatch/rules.table'
import type { PermitAction } from '#core/permit/lifecycle'
import { stopsWork } from '#core/permit/stops-work'
import { permitRoutes } from '#shared/permit/routes'
import type { Permit } from '#shared/permit/schema'
import { addressOf, call } from '~/composables/api'
import { useServerClock } from '~/composables/clock'
import { useLoad } from '~/composables/load'
import { usePermitActions } from '~/composables/permit'
import { useSiteTime } from '~/composables/time'
import { useSignIn } from '~/stores/sign-in'

const route = useRoute()
const signIn = useSignIn()
const { when } = useSiteTime()
const { now } = useServerClock()
const {
  data: permit,
  failure,
  load,
} = useLoad<Permit>(() => call(permitRoutes.permit, { params: { id: String(route.params.id) } }))
const { act, sign, override } = usePermitActions(permit, load)
onMounted(load)
useIntervalFn(() => {
  if (permit.value && permit.value.state !== 'draft') void load()
}, 20_000)
useHead({ title: () => `Permit ${permit.value?.number ?? ''} · Zonaris` })

interface Ask {
  title: string
  says: string
  confirm: string
  pinOf?: string | null
  noteLabel?: string
  danger?: boolean
  send: (entry: { pin?: string; note?: string }) => Promise<unknown>
}
const ask = shallowRef<Ask | null>(null)
const asking = computed({
  get: () => ask.value !== null,
  set: (on) => {
    if (!on) ask.value = null
  },
})

const findings = computed(() =>
  permit.value?.state === 'draft' ? permit.value.live : (permit.value?.findings ?? []),
)
const STEPS: { step: Step; title: string }[] = [
  { step: 'eyes', title: 'Eyes' },
  { step: 'body', title: 'Body' },
  { step: 'air', title: 'Air' },
  { step: 'gear', title: 'Gas and gear' },
  { step: 'fire', title: 'Fire' },
]
const ofStep = (step: Step): Finding[] => findings.value.filter((finding) => finding.step === step)
const draftState = computed(() => permit.value?.state === 'draft')
/** What has become unsafe since the permit was issued. */
const turned = computed(() =>
  draftState.value ? [] : (permit.value?.live ?? []).filter(stopsWork),
)
const holding = computed(() =>
  findings.value.filter((finding) => permit.value!.open.includes(finding.code)),
)
const draftForm = useTemplateRef<{ dirty: boolean; save: () => Promise<void> }>('draftForm')

const ACTION: Record<PermitAction, Omit<Ask, 'send'>> = {
  issue: {
    title: 'Issue the permit',
    says: 'You answer for it: the area was walked, the watch is ready. The Findings are kept as they are now.',
    confirm: 'Issue',
  },
  start: {
    title: 'Start work',
    says: 'The operator strikes the first arc now, with the fire watch standing by.',
    confirm: 'Start work',
  },
  stop: {
    title: 'Work stopped',
    says: "The last arc is out. The watch counts from now by the server's clock.",
    confirm: 'Start the watch',
  },
  resume: {
    title: 'Work goes on',
    says: 'The watch starts over from the next last arc.',
    confirm: 'Resume work',
  },
  suspend: {
    title: 'Suspend',
    says: 'Work stops at once; if any was done the watch starts now.',
    confirm: 'Suspend',
    noteLabel: 'Why',
    danger: true,
  },
  reinstate: {
    title: 'Reinstate',
    says: 'The reason for the suspension is gone. Work may be started again.',
    confirm: 'Reinstate',
  },
  revoke: {
    title: 'Revoke',
    says: 'The permit ends for good. A watch that is owed still has to be kept.',
    confirm: 'Revoke',
    noteLabel: 'Why',
    danger: true,
  },
  close: {
    title: 'Close the permit',
    says: 'The watch has run its time and the area was seen at the end.',
    confirm: 'Close the permit',
  },
}
const ORDER: PermitAction[] = [
  'issue',
  'start',
  'stop',
  'resume',
  'close',
  'reinstate',
  'suspend',
  'revoke',
]
const actions = computed(() => ORDER.filter((action) => permit.value?.actions.includes(action)))
const watchEnds = computed(() =>
  permit.value?.watchEndsAt ? Date.parse(permit.value.watchEndsAt) : null,
)
const tooEarly = computed(() => watchEnds.value !== null && watchEnds.value > now.value)
const WORD: Record<PermitAction, string> = {
  issue: 'Issue',
  start: 'Start work',
  stop: 'Work stopped',
  resume: 'Work goes on',
  close: 'Close',
  reinstate: 'Reinstate',
  suspend: 'Suspend',
  revoke: 'Revoke',
}
const primary = (action: PermitAction): boolean =>
  action === actions.value[0] && action !== 'suspend' && action !== 'revoke'

function ready(action: PermitAction): string | null {
  if (action === 'issue' && !permit.value!.ready) return `${permit.value!.open.length} open above`
  if (action === 'issue' && !(permit.value!.signed.operator && permit.value!.signed.fire_watch))
    return 'signatures missing'
  if (action === 'close' && tooEarly.value) return 'the watch is running'
  return null
}
function begin(action: PermitAction): void {
  const pinOf =
    action === 'issue'
      ? signIn.me!.name
      : action === 'close' && permit.value!.workStartedAt
        ? permit.value!.fireWatch
        : null
  ask.value = { ...ACTION[action], pinOf, send: (entry) => act(action, entry) }
}
function askSign(as: 'operator' | 'fire_watch'): void {
  const name = as === 'operator' ? permit.value!.operator : permit.value!.fireWatch
  ask.value = {
    title: as === 'operator' ? 'Operator signs' : 'Fire watch signs',
    says:
      as === 'operator'
        ? 'I work only inside this permit and stop when told.'
        : 'I know the extinguisher and the alarm, I do nothing else, and I stay for the whole watch.',
    confirm: 'Sign',
    pinOf: name,
    send: (entry) => sign(as, entry.pin ?? ''),
  }
}
function askOverride(finding: Finding): void {
  ask.value = {
    title: 'Override',
    says: finding.sentence,
    confirm: 'Override with this reason',
    noteLabel: 'Reason, shown on the permit and in the audit',
    danger: true,
    send: (entry) => override(finding.code, entry.note ?? ''),
  }
}
const EVENT = (event: Permit['events'][number]): string =>
  ({
    round: 'Round',
    sign: `Signed as ${event.subject === 'operator' ? 'operator' : 'fire watch'}`,
    override: `Override of ${event.subject}`,
    action: WORD[event.subject as PermitAction] ?? event.subject,
  })[event.kind]
</script>

<template>
  <Failure v-if="failure && !permit" :failure="failure" @retry="load" />
  <div v-else-if="permit" class="space-y-5">
    <header class="flex flex-wrap items-end gap-x-6 gap-y-3">
      <div class="grow">
        <p class="muted">
          Hot-work permit for job
          <NuxtLink class="link" :to="`/jobs/${permit.jobId}`">
            {{ permit.jobNumber }} {{ permit.job }}
          </NuxtLink>
        </p>
        <h1>{{ permit.number }} · {{ permit.place }}</h1>
      </div>
      <StateMark :state="permit.state" large />
      <UButton
        variant="outline"
        color="neutral"
        icon="i-lucide-file-text"
        :to="addressOf(permitRoutes.permitPdf, { id: permit.id })"
        target="_blank"
        external
      >
        PDF
      </UButton>
    </header>
    <p v-if="permit.rehearsal" class="edge edge-caution panel p-3 font-semibold">
      Made in a rehearsal. Not a permit to work.
    </p>
    <FindingLine v-for="finding in turned" :key="finding.code" :finding="finding" class="panel" />
    <div class="grid grid-cols-1 lg:grid-cols-[minmax(0,1fr)_22rem] gap-6 items-start">
      <div class="space-y-5 min-w-0">
        <section v-if="draftState" class="panel p-4 sm:p-6">
          <h2 class="mb-4">Fire check</h2>
          <PermitDraft ref="draftForm" :permit="permit" @saved="permit = $event" />
        </section>
        <section class="panel p-4 sm:p-6 space-y-6">
          <h2>{{ draftState ? 'Gates' : 'Findings at issue' }}</h2>
          <div
            v-for="entry in STEPS.filter((entry) => ofStep(entry.step).length > 0)"
            :key="entry.step"
          >
            <h3 class="mb-2">{{ entry.title }}</h3>
            <FindingList fold :findings="ofStep(entry.step)" :overridden="permit.overridden">
              <template #action="{ finding }">
                <UButton
                  v-if="
                    draftState &&
                    signIn.may('lead') &&
                    overridable(finding) &&
                    !permit.overridden.some((done) => done.code === finding.code)
                  "
                  variant="outline"
                  color="error"
                  class="mt-2"
                  @click="askOverride(finding)"
                >
                  Override with a reason
                </UButton>
              </template>
            </FindingList>
          </div>
        </section>
        <section class="panel p-4 sm:p-6">
          <h2 class="mb-3">What happened</h2>
          <p v-if="permit.events.length === 0" class="muted">Nothing yet.</p>
          <ol v-else class="space-y-2">
            <li
              v-for="event in permit.events"
              :key="event.id"
              class="flex flex-wrap gap-x-4 border-b border-(--rule) pb-2"
              :class="{ 'opacity-60': !event.current }"
            >
              <span class="w-28 muted">{{ when(event.at) }}</span>
              <span class="font-semibold">{{ EVENT(event) }}</span>
              <span>{{ event.person }}</span>
              <span v-if="!event.current" class="muted">no longer counts: the draft changed</span>
              <span v-if="event.note" class="basis-full">{{ event.note }}</span>
            </li>
          </ol>
          <p v-if="permit.auditHash" class="muted text-sm mt-3 break-all">
            Audit reference {{ permit.auditHash }}
          </p>
        </section>
      </div>
      <aside class="panel p-4 sm:p-5 space-y-5 lg:sticky lg:top-4">
        <div v-if="watchEnds !== null && permit.state !== 'closed'" class="text-center">
          <WatchDial
            :started-at="Date.parse(permit.watchStartedAt!)"
            :minutes="permit.watchMinutes"
            :rounds="
              permit.events
                .filter((event) => event.kind === 'round')
                .map((event) => Date.parse(event.at))
            "
            :next-round-at="permit.nextRoundAt ? Date.parse(permit.nextRoundAt) : null"
            :now="now"
            :size="240"
          />
        </div>
        <dl class="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5">
          <dt class="muted">Valid</dt>
          <dd>{{ when(permit.validFrom) }} to {{ when(permit.validTo) }}</dd>
          <dt class="muted">Operator</dt>
          <dd>{{ permit.operator ?? 'not named' }}</dd>
          <dt class="muted">Fire watch</dt>
          <dd>{{ permit.fireWatch ?? 'not named' }}</dd>
          <dt class="muted">Watch</dt>
          <dd>{{ permit.watchMinutes }} min, {{ WATCH_MINUTES[permit.ruleSet].name }}</dd>
          <template v-if="permit.issuedBy">
            <dt class="muted">Issued</dt>
            <dd>{{ permit.issuedBy }}, {{ when(permit.issuedAt) }}</dd>
          </template>
        </dl>
        <div v-if="draftState" class="space-y-2">
          <p class="font-semibold flex items-center gap-2">
            <FindingMark :level="permit.ready ? 'clear' : 'stop'" />
            {{
              permit.ready
                ? 'All gates open'
                : `${permit.open.length} hold${permit.open.length === 1 ? 's' : ''} it back`
            }}
          </p>
          <ul v-if="!permit.ready" class="space-y-1.5 text-sm leading-snug">
            <li v-for="finding in holding.slice(0, 5)" :key="finding.code" class="flex gap-2">
              <FindingMark :level="finding.level" :size="16" class="mt-0.5" />
              <span>{{ finding.sentence }}</span>
            </li>
            <li v-if="holding.length > 5" class="muted">and {{ holding.length - 5 }} more</li>
          </ul>
          <template v-for="as in ['operator', 'fire_watch'] as const" :key="as">
            <p v-if="permit.signed[as]" class="flex items-center gap-2">
              <FindingMark level="clear" />
              Signed by the
              {{ as === 'operator' ? 'operator' : 'fire watch' }}
            </p>
            <UButton
              v-else-if="
                signIn.may('lead', 'instructor', 'worker') &&
                (as === 'operator' ? permit.operatorId : permit.fireWatchId)
              "
              variant="outline"
              class="w-full"
              :disabled="draftForm?.dirty"
              @click="askSign(as)"
            >
              {{ as === 'operator' ? 'Operator signs' : 'Fire watch signs' }}
            </UButton>
          </template>
          <p v-if="draftForm?.dirty" class="muted text-sm">
            Save the fire check before signing; a change after it voids signatures.
          </p>
        </div>
        <div class="space-y-2">
          <div v-for="action in actions" :key="action">
            <UButton
              class="w-full"
              :variant="primary(action) ? 'solid' : 'outline'"
              :color="
                action === 'revoke' || action === 'suspend'
                  ? 'error'
                  : primary(action)
                    ? 'primary'
                    : 'neutral'
              "
              :disabled="ready(action) !== null || (action === 'issue' && draftForm?.dirty)"
              @click="begin(action)"
            >
              {{ WORD[action] }}
            </UButton>
            <p v-if="ready(action)" class="muted text-sm mt-0.5">Not yet: {{ ready(action) }}.</p>
          </div>
        </div>
        <UButton
          v-if="permit.state !== 'draft' && permit.state !== 'closed'"
          variant="soft"
          class="w-full"
          :to="`/watch/${permit.id}`"
        >
          Open the watch
        </UButton>
        <p class="muted text-sm">
          Follows recalled code figures. Local code, the site's procedure and a competent person
          come first.
        </p>
      </aside>
    </div>
    <AskDialog v-if="ask" v-model:open="asking" v-bind="ask" />
  </div>
  <p v-else class="muted">Reading the permit…</p>
</template>
