<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { stopsWork } from '#core/permit/stops-work'
import { permitRoutes } from '#shared/permit/routes'
import type { Permit, Signatory } from '#shared/permit/schema'
import { roundTimes } from '~/components/permit/late'
import { addressOf, call } from '~/composables/api'
import { useServerClock } from '~/composables/clock'
import { useLoad } from '~/composables/load'
import { useChanged } from '~/stores/changes'
import { usePermitActions } from '~/composables/permit/actions'
import { usePermitAsk } from '~/composables/permit/ask'
import { useSignIn } from '~/stores/sign-in'

/** One permit: what it rests on, what was done to it, and what may be done next. */
const id = String(useRoute().params.id)
const { now } = useServerClock()
const {
  data: permit,
  failure,
  load,
} = useLoad<Permit>(() => call(permitRoutes.permit, { params: { id } }))
const actions = usePermitActions(permit, load)
const { ask, open, askAction, askCloseAbsent, askOverride } = usePermitAsk(permit, actions)
const signIn = useSignIn()
const handing = ref(false)
const extending = ref(false)
const handed = ref<'watch' | 'work'>('watch')
function handOver(what: 'watch' | 'work'): void {
  handed.value = what
  handing.value = true
}
const signatory = ref<Signatory | null>(null)
const signing = computed({
  get: () => signatory.value !== null,
  set: (on) => {
    if (!on) signatory.value = null
  },
})
/** Once the watch has run its time, a lead may sign for a fire watch who has left. */
const mayCloseAbsent = computed(() => {
  const { actions: offered, watchEndsAt } = permit.value!
  const isOver = watchEndsAt !== null && Date.parse(watchEndsAt) <= now.value
  return offered.includes('close') && isOver && signIn.may('lead')
})
onMounted(load)
const draft = computed(() => permit.value?.state === 'draft')
const draftForm = useTemplateRef<{ dirty: boolean }>('draftForm')
const dirty = computed(() => draftForm.value?.dirty ?? false)
/** What is typed and not saved stays as it is. */
const lookAgain = (): void => {
  if (permit.value && !(draft.value && dirty.value)) void load()
}
useIntervalFn(lookAgain, 60_000)
useChanged(['permits', 'gear', 'air', 'people', 'jobs', 'plan'], lookAgain)
useHead({ title: () => `Permit ${permit.value?.number ?? ''} · Zonaris` })

/** What has become unsafe since the permit was issued. */
const turned = computed(() => {
  if (draft.value || !permit.value) return []
  const { live, open: held } = permit.value
  return live.filter((finding) => held.includes(finding.code) && stopsWork(finding))
})
/** The watch as the dial shows it, while one is owed. */
const dial = computed(() => {
  const { watchStartedAt, watchMinutes, monitoring, nextRoundAt, state, events } = permit.value!
  if (watchStartedAt === null || state === 'closed') return null
  return {
    startedAt: Date.parse(watchStartedAt),
    minutes: watchMinutes,
    monitoring,
    rounds: roundTimes(events),
    nextRoundAt: nextRoundAt === null ? null : Date.parse(nextRoundAt),
  }
})
const issued = computed(() => !['draft', 'closed'].includes(permit.value!.state))
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
        <p v-if="permit.from?.goesOn" class="muted">
          Goes on from permit
          <NuxtLink class="link" :to="`/permits/${permit.from.id}`">
            {{ permit.from.number }}
          </NuxtLink>
          in the next shift
        </p>
        <p v-if="permit.template" class="muted">Template: {{ permit.template }}</p>
      </div>
      <StateMark :state="permit.state" large />
      <UButton
        variant="outline"
        color="neutral"
        icon="i-lucide-file-text"
        :to="addressOf(permitRoutes.permitPdf, { id })"
        target="_blank"
        external
      >
        PDF
      </UButton>
      <PermitMore :permit="permit" @named="permit.template = $event" />
    </header>
    <p v-if="permit.rehearsal" class="edge edge-caution panel p-3 font-semibold">
      Made in a rehearsal. Not a permit to work.
    </p>
    <p v-if="permit.traces.length > 0" role="alert" class="edge edge-stop panel p-3 font-semibold">
      A round noticed: {{ permit.traces.join(', ') }}.
    </p>
    <FindingLine v-for="finding in turned" :key="finding.code" :finding="finding" class="panel" />
    <div class="grid grid-cols-1 lg:grid-cols-[minmax(0,1fr)_22rem] gap-6 items-start">
      <div class="space-y-5 min-w-0">
        <section v-if="draft" class="panel p-4 sm:p-6">
          <h2 class="mb-4">Fire check</h2>
          <PermitDraft ref="draftForm" :permit="permit" @saved="permit = $event" />
        </section>
        <section
          v-else-if="permit.work && (permit.sketch || permit.planVersion)"
          class="panel p-4 sm:p-6"
        >
          <h2 class="mb-4">In reach of the work</h2>
          <PermitReach :work="permit.work" :permit="permit" :version="permit.planVersion" />
        </section>
        <section v-if="!draft && permit.found.length > 0" class="panel p-4 sm:p-6">
          <h2 class="mb-3">Found there on the day</h2>
          <FoundFacts :permit="permit" />
        </section>
        <PermitGates :permit="permit" @override="askOverride" />
        <PermitEvents :permit="permit" />
      </div>
      <aside class="panel p-4 sm:p-5 space-y-5 lg:sticky lg:top-4">
        <div v-if="dial" class="text-center">
          <WatchDial v-bind="dial" :now="now" :size="240" />
        </div>
        <PermitFacts :permit="permit" />
        <p v-if="permit.planVersion && !permit.sketch">
          Issued under
          <NuxtLink class="link" :to="`/plan?version=${permit.planVersion}`">
            version {{ permit.planVersion }} of the plan
          </NuxtLink>
        </p>
        <PermitSigning v-if="draft" :permit="permit" :dirty="dirty" @sign="signatory = $event" />
        <PermitActions :permit="permit" :dirty="dirty" @act="askAction" />
        <UButton
          v-if="mayCloseAbsent"
          variant="ghost"
          color="neutral"
          class="w-full"
          @click="askCloseAbsent"
        >
          Close without the fire watch
        </UButton>
        <UButton
          v-if="permit.mayExtend"
          variant="outline"
          color="neutral"
          class="w-full"
          @click="extending = true"
        >
          Extend
        </UButton>
        <UButton
          v-if="permit.mayChangeOperator"
          variant="outline"
          color="neutral"
          class="w-full"
          @click="handOver('work')"
        >
          Another operator goes on
        </UButton>
        <UButton
          v-if="permit.mayHandOver"
          variant="outline"
          color="neutral"
          class="w-full"
          @click="handOver('watch')"
        >
          Hand the watch over
        </UButton>
        <UButton v-if="issued" variant="soft" class="w-full" :to="`/watch/${permit.id}`">
          Open the watch
        </UButton>
        <p class="muted text-sm">
          Follows recalled code figures. Local code, the site's procedure and a competent person
          come first.
        </p>
      </aside>
    </div>
    <AskDialog v-if="ask" v-model:open="open" v-bind="ask" />
    <SignDialog
      v-if="signatory"
      v-model:open="signing"
      :permit="permit"
      :signatory="signatory"
      :sign="actions.sign"
    />
    <HandOverDialog
      v-model:open="handing"
      :permit="permit"
      :what="handed"
      :hand-over="handed === 'watch' ? actions.handOver : actions.changeOperator"
    />
    <ExtendDialog v-model:open="extending" :permit="permit" :extend="actions.extend" />
  </div>
  <p v-else class="muted">Reading the permit…</p>
</template>
