<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { headingOf, linkOf } from '~/composables/alert/words'
import { useSiteTime } from '~/composables/time'
import { useSubmit } from '~/composables/submit'
import { useAlerts } from '~/stores/alerts'
import { useChanged } from '~/stores/changes'

/** On every page: what people are called for now, the worst first. */
const LOOK_AGAIN_MS = 60_000
const store = useAlerts()
const { when } = useSiteTime()
const { busy, message, submit } = useSubmit()
useIntervalFn(store.load, LOOK_AGAIN_MS, { immediateCallback: true })
useChanged(['alerts'], store.load)
const first = computed(() => store.alerts?.[0] ?? null)
const more = computed(() => (store.alerts?.length ?? 0) - 1)
const route = useRoute()
/** The page of alerts says more. */
const isShown = computed(
  () => first.value !== null && route.path !== '/alerts' && route.path !== '/muster',
)
/** People are counted on a page of its own. */
const link = computed(() => linkOf(first.value!))
const details = computed(() => {
  const { since, answers } = first.value!
  const on = answers.map(({ person }) => person).join(', ')
  return `since ${when(since)}.${on ? ` On it: ${on}.` : ''}`
})
</script>

<template>
  <section v-if="isShown" class="alertbar no-print" aria-label="Alerts" data-testid="alert-bar">
    <UIcon name="i-lucide-siren" class="size-6 shrink-0" aria-hidden="true" />
    <p role="status" class="grow min-w-0 text-sm sm:text-base">
      <NuxtLink :to="link" class="font-bold underline">{{ headingOf(first!) }}</NuxtLink>
      {{ details }}
      <NuxtLink v-if="more > 0" to="/alerts" class="underline">{{ more }} more</NuxtLink>
      <span v-if="message" role="alert" class="block font-semibold">{{ message }}</span>
    </p>
    <UButton
      v-if="first!.mayAnswer"
      class="shrink-0"
      color="neutral"
      variant="solid"
      :loading="busy"
      @click="submit(() => store.answer(first!.id))"
    >
      I am on it
    </UButton>
  </section>
</template>

<style scoped>
.alertbar {
  display: flex;
  align-items: center;
  gap: 0.75rem;
  padding: 0.5rem 1rem;
  background: #911d0b;
  color: #fff;
}
.alertbar :focus-visible {
  outline-color: #fff;
}
</style>
