<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { headingOf } from '~/composables/alert/words'
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
const answers = computed(() => first.value?.answers.map(({ person }) => person).join(', ') ?? '')
</script>

<template>
  <section v-if="first" class="alertbar no-print" aria-label="Alerts" data-testid="alert-bar">
    <p role="status" class="grow min-w-60">
      <UIcon name="i-lucide-siren" class="size-5 align-text-bottom" aria-hidden="true" />
      <NuxtLink to="/alerts" class="font-bold underline">{{ headingOf(first) }}</NuxtLink>
      <span class="text-sm">since {{ when(first.since) }}</span>
      <span v-if="answers" class="text-sm">. On it: {{ answers }}</span>
      <NuxtLink v-if="more > 0" to="/alerts" class="text-sm underline">, {{ more }} more</NuxtLink>
    </p>
    <p v-if="message" role="alert" class="font-semibold">{{ message }}</p>
    <UButton
      v-if="first.mayAnswer"
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
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem 1rem;
  padding: 0.5rem 1rem;
  background: #911d0b;
  color: #fff;
}
.alertbar :focus-visible {
  outline-color: #fff;
}
</style>
