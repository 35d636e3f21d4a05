<script setup lang="ts">
import { judgeReading, outcomeOf } from '#core/gas/set/run'
import type { Step } from '#core/gas/set/step'
import { gasSetRoutes } from '#shared/gas/set-routes'
import { answerBody, type SetRun } from '#shared/gas/set-schema'
import { answersOf } from '~/components/gas/gas-words'
import { call } from '~/composables/api'
import { clockText, serverNow, useServerClock } from '~/composables/clock'
import { useEventIds } from '~/composables/event-id'
import { useKeptDraft } from '~/composables/kept-draft'
import { useSubmit } from '~/composables/submit'

/** One step: what to do, why, and two buttons that a glove hits. */
const props = defineProps<{ run: SetRun; step: Step; place: number }>()
const emit = defineEmits<{ answered: [run: SetRun]; stale: [] }>()
const events = useEventIds()
const { busy, errors, message, submit, check } = useSubmit()
const { now } = useServerClock()
const blank = () => ({
  pressure: null as number | null,
  temperature: null as number | null,
  note: '',
  failing: false,
})
const form = ref(blank())
const kept = useKeptDraft(`set-step-${props.run.id}-${props.step.id}`, form)
kept.begin(blank())
const reads = computed(() => props.step.entry !== 'none')
const reading = computed(() =>
  reads.value ? { pressure: form.value.pressure, temperature: form.value.temperature } : null,
)

const answers = computed(() => answersOf(props.run))
/** A leak test counts from its first reading; anything else from a tap. */
const counted = ref<number | null>(null)
const since = computed(() => {
  if (props.step.entry !== 'after') return counted.value
  return answers.value.find(({ step }) => step === `before.${props.step.line}`)?.at ?? null
})
const wait = computed(() => {
  const { seconds } = props.step
  if (seconds === null || since.value === null) return null
  return Math.max(0, since.value + seconds * 1000 - now.value)
})
const count = (): void => {
  counted.value = serverNow()
}
/** What the figures say as they are typed; the server judges them again by its own clock. */
const finding = computed(() =>
  reading.value && form.value.pressure !== null
    ? judgeReading(props.step, reading.value, {
        answers: answers.value,
        facts: props.run.facts,
        at: now.value,
      })
    : null,
)
const again = computed(() => outcomeOf(finding.value, props.step.entry) === 'again')
const leaks = computed(() => outcomeOf(finding.value, props.step.entry) === 'failed')

async function answer(result: 'done' | 'failed'): Promise<void> {
  const entry = {
    step: props.step.id,
    result,
    reading: reading.value,
    note: result === 'failed' ? form.value.note : '',
  }
  if (!check(answerBody, { ...entry, eventId: crypto.randomUUID() })) return
  const run = await submit(() =>
    events.once('step', { run: props.run.id, entry }, (eventId) =>
      call(gasSetRoutes.answerStep, {
        params: { id: props.run.id },
        body: { ...entry, eventId },
      }),
    ),
  )
  if (!run) return
  kept.settle()
  emit('answered', run)
}
const heading = useTemplateRef<HTMLElement>('heading')
onMounted(() => heading.value?.focus())
</script>

<template>
  <section class="panel p-5 sm:p-7 space-y-5" :aria-label="`Step ${place} of ${run.steps.length}`">
    <p class="muted">Step {{ place }} of {{ run.steps.length }}</p>
    <h2
      ref="heading"
      tabindex="-1"
      class="text-3xl leading-snug font-semibold outline-none"
      data-testid="step"
    >
      {{ step.text }}
    </h2>
    <p class="text-lg">{{ step.why }}</p>
    <div v-if="reads" class="grid grid-cols-2 gap-4 items-start">
      <QuantityInput
        v-model="form.pressure"
        unit="Pa"
        label="Outlet gauge"
        :error="errors['reading.pressure']"
      />
      <QuantityInput
        v-if="step.entry !== 'working'"
        v-model="form.temperature"
        unit="K"
        label="Temperature"
        :error="errors['reading.temperature']"
      />
    </div>
    <div v-if="step.seconds !== null" class="flex items-center gap-4">
      <p v-if="wait !== null" class="plate text-5xl" role="timer" data-testid="wait">
        {{ wait > 0 ? clockText(wait) : 'Long enough' }}
      </p>
      <UButton v-else size="xl" variant="outline" icon="i-lucide-timer" @click="count">
        Count {{ step.seconds }} s
      </UButton>
    </div>
    <p v-else-if="step.id.startsWith('purge')" class="muted">
      For how long follows from bore and length of the hose, which are not told.
    </p>
    <FindingLine v-if="finding" :finding="finding" />
    <UFormField
      v-if="form.failing"
      label="What is wrong"
      help="The set is locked out with these words."
      :error="errors.note"
    >
      <UTextarea v-model="form.note" class="w-full" autofocus />
    </UFormField>
    <p
      v-if="message"
      class="text-stop font-semibold flex flex-wrap gap-3 items-center"
      role="alert"
    >
      {{ message }}
      <UButton variant="link" @click="emit('stale')">Look again</UButton>
    </p>
    <div class="grid grid-cols-2 gap-3">
      <template v-if="form.failing">
        <UButton
          block
          color="error"
          class="min-h-20 text-xl"
          :loading="busy"
          @click="answer('failed')"
        >
          Lock it out
        </UButton>
        <UButton
          block
          variant="outline"
          color="neutral"
          class="min-h-20 text-xl"
          @click="form.failing = false"
        >
          Back
        </UButton>
      </template>
      <template v-else>
        <UButton
          block
          class="min-h-20 text-xl"
          :color="leaks ? 'error' : 'primary'"
          :disabled="again"
          :loading="busy"
          @click="answer('done')"
        >
          {{ leaks ? 'It leaks: lock it out' : 'Done' }}
        </UButton>
        <UButton
          block
          variant="outline"
          color="neutral"
          class="min-h-20 text-xl"
          @click="form.failing = true"
        >
          Not right
        </UButton>
      </template>
    </div>
    <p class="muted text-sm">{{ step.source.document }}</p>
  </section>
</template>
