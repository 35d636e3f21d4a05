<script setup lang="ts">
import { nextStep } from '#core/gas/set/run'
import { TASK_NAME } from '#core/gas/set/step'
import { gasSetRoutes } from '#shared/gas/set-routes'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'
import { useSignIn } from '~/stores/sign-in'
import { joined } from '~/components/frame/joined'
import { answersOf, RESULT_NAME } from '~/components/gas/gas-words'

/** A task on a gas set, one step a screen. It stands where it was left, whatever happened to the phone. */
const route = useRoute()
const signIn = useSignIn()
const { when, clock } = useSiteTime()
const {
  data: run,
  failure,
  load,
} = useLoad(() => call(gasSetRoutes.setRun, { params: { id: String(route.params.id) } }))
onMounted(load)
useHead({ title: () => `${run.value ? TASK_NAME[run.value.task] : 'Task'} · Zonaris` })
const step = computed(() => run.value && nextStep(run.value.steps, answersOf(run.value)))
const place = computed(() => (run.value?.answers.length ?? 0) + 1)
const mayWork = computed(() => signIn.may('lead', 'instructor', 'worker'))
const burning = ref(false)
const stepOf = (id: string): string =>
  run.value?.steps.find((one) => one.id === id)?.text ?? 'A step of an earlier list'
const ENDED = {
  done: { level: 'clear', says: 'All steps done.' },
  failed: { level: 'stop', says: 'A step failed: the set is locked out.' },
  left: { level: 'unknown', says: 'Put aside before its end.' },
} as const
</script>

<template>
  <Failure v-if="failure && !run" :failure="failure" @retry="load" />
  <div v-else-if="run" class="max-w-2xl mx-auto space-y-4">
    <header class="flex flex-wrap items-end gap-2">
      <div class="grow">
        <p class="muted">
          <NuxtLink class="link" :to="`/gear/gasSet/${run.setId}`">{{ run.set }}</NuxtLink>
        </p>
        <h1>{{ TASK_NAME[run.task] }}</h1>
      </div>
      <UButton color="error" variant="soft" size="xl" icon="i-lucide-flame" @click="burning = true">
        Gas burns
      </UButton>
    </header>
    <UProgress
      :model-value="run.answers.length"
      :max="run.steps.length"
      :aria-label="`${run.answers.length} of ${run.steps.length} steps done`"
    />
    <SetStep
      v-if="step && run.result === null && mayWork"
      :key="step.id"
      :run="run"
      :step="step"
      :place="place"
      @answered="run = $event"
      @stale="load"
    />
    <p v-else-if="step && run.result === null" class="panel p-5">
      Step {{ place }} of {{ run.steps.length }} is next.
    </p>
    <p
      v-else-if="run.result"
      class="panel edge p-5 flex gap-3 items-start"
      :class="`edge-${ENDED[run.result].level}`"
      role="status"
      data-testid="ended"
    >
      <FindingMark :level="ENDED[run.result].level" :size="28" />
      <span>
        <span class="font-bold text-lg block">{{ ENDED[run.result].says }}</span>
        {{ joined(TASK_NAME[run.task], RESULT_NAME[run.result], when(run.endedAt)) }}
        <NuxtLink class="link block mt-2" :to="`/gear/gasSet/${run.setId}`">
          Back to {{ run.set }}
        </NuxtLink>
      </span>
    </p>
    <details v-if="run.answers.length > 0" :open="run.result !== null">
      <summary class="cursor-pointer py-1.5 font-semibold">
        {{ run.answers.length }} of {{ run.steps.length }} steps so far
      </summary>
      <ol class="space-y-2 mt-2">
        <li v-for="answer in run.answers" :key="answer.step" class="border-b border-(--rule) pb-1">
          <span class="flex gap-2">
            <FindingMark :level="answer.result === 'done' ? 'clear' : 'stop'" :size="18" />
            <span>{{ stepOf(answer.step) }}</span>
          </span>
          <FindingLine v-if="answer.finding" :finding="answer.finding" />
          <span v-if="answer.note" class="block font-semibold">{{ answer.note }}</span>
          <span class="muted text-sm">{{ joined(clock(answer.at), answer.by) }}</span>
        </li>
      </ol>
    </details>
    <UModal v-model:open="burning" title="Gas burns at the set" description="What to do first.">
      <template #body><GasFire /></template>
    </UModal>
  </div>
  <p v-else class="muted">Reading the task…</p>
</template>
