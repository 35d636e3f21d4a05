<script setup lang="ts">
import { SAID_TO_BE_OVER } from '#core/alert/kinds'
import { alertToDo } from '#shared/alert/text'
import type { Alert } from '#shared/alert/schema'
import { CIRCLE_NAME, headingOf } from '~/composables/alert/words'
import { clockText, useServerClock } from '~/composables/clock'
import { useSubmit } from '~/composables/submit'
import { useSiteTime } from '~/composables/time'
import { useAlerts } from '~/stores/alerts'
import { useSignIn } from '~/stores/sign-in'

/** One alert: what for, since when, whom it called, whom it calls next, and who is on it. */
const props = defineProps<{ alert: Alert }>()
const emit = defineEmits<{ over: [alert: Alert] }>()
const store = useAlerts()
const signIn = useSignIn()
const { now } = useServerClock()
const { clock, when } = useSiteTime()
const { busy, message, submit } = useSubmit()

const isOpen = computed(() => props.alert.endedAt === null)
const isStaff = computed(() => signIn.may('lead', 'instructor'))
const mayEnd = computed(() => isOpen.value && props.alert.kind === 'fire' && isStaff.value)
/** After a fire alarm somebody may want everybody out and counted. */
const counts = computed(() => SAID_TO_BE_OVER.includes(props.alert.kind))
const details = computed(() => {
  const { since, endedAt, raisedBy, watch: watcher } = props.alert
  return [
    `Since ${when(since)}`,
    ...(endedAt ? [`over ${clock(endedAt)}`] : []),
    ...(raisedBy ? [`raised by ${raisedBy}`] : []),
    ...(watcher && !raisedBy ? [watcher] : []),
  ].join(', ')
})
/** Of several steps at once only the last called anybody. */
const calls = computed(() => props.alert.steps.filter(({ at }, i, all) => all[i + 1]?.at !== at))
const next = computed(() => {
  const { next: step } = props.alert
  if (!step) return 'Nobody else is called any more.'
  const left = Date.parse(step.at) - now.value
  const name = CIRCLE_NAME[step.circle]
  return left > 0 ? `${name} in ${clockText(left)}` : `${name} now`
})
const isToldShown = ref(false)
</script>

<template>
  <article class="panel p-4 space-y-3" :class="{ 'edge edge-stop': isOpen }">
    <div class="flex flex-wrap items-start gap-x-6 gap-y-2">
      <div class="grow min-w-60">
        <h3 :class="{ 'text-3xl': isOpen }">{{ headingOf(alert) }}</h3>
        <p class="muted">{{ details }}</p>
        <p v-if="alert.note">{{ alert.note }}</p>
      </div>
      <div class="flex flex-wrap gap-2">
        <UButton
          v-if="alert.mayAnswer"
          :loading="busy"
          @click="submit(() => store.answer(alert.id))"
        >
          I am on it
        </UButton>
        <UButton v-if="isOpen && counts" to="/muster">Count people</UButton>
        <UButton v-if="mayEnd" color="neutral" variant="outline" @click="emit('over', alert)">
          It is over
        </UButton>
        <UButton
          v-if="alert.permitId"
          :to="`/watch/${alert.permitId}`"
          color="neutral"
          variant="outline"
        >
          To the watch
        </UButton>
      </div>
    </div>
    <p v-if="isOpen" class="font-semibold">{{ alertToDo(alert.kind) }}</p>
    <p v-if="message" role="alert" class="text-stop font-semibold">{{ message }}</p>
    <ol class="steps" aria-label="Called">
      <li v-for="step in calls" :key="step.at">
        <span class="plate text-xl">{{ clock(step.at) }}</span>
        <span>{{ CIRCLE_NAME[step.circle] }}</span>
      </li>
      <li v-for="answer in alert.answers" :key="answer.person" class="answer">
        <span class="plate text-xl">{{ clock(answer.at) }}</span>
        <span>{{ answer.person }} is on it</span>
      </li>
      <li v-if="isOpen" class="next" data-testid="next-call">
        <span>{{ next }}</span>
      </li>
    </ol>
    <template v-if="isStaff">
      <UButton
        variant="link"
        color="neutral"
        class="px-0"
        :aria-expanded="isToldShown"
        @click="isToldShown = !isToldShown"
      >
        Who was told
      </UButton>
      <MessageList v-if="isToldShown" :alert="alert" />
    </template>
  </article>
</template>

<style scoped>
.steps {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
.steps li {
  display: flex;
  align-items: baseline;
  gap: 0.5rem;
  padding: 0.15rem 0.6rem;
  border: 1px solid var(--rule);
}
.steps .answer {
  border-color: var(--level-clear);
}
.steps .next {
  border-style: dashed;
}
</style>
