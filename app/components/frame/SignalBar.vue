<script setup lang="ts">
import { useQueue } from '~/composables/offline/queue'
import { canSign } from '~/composables/offline/phone'
import { useSignal } from '~/composables/offline/signal'
import { useSiteTime } from '~/composables/time'

/** That there is no signal, since when, what still works, and what waits on this device. */
const { offlineSince, shownFrom } = useSignal()
const { waiting, refused, isSignInNeeded } = useQueue()
const { clock } = useSiteTime()
const at = (ms: number): string => clock(new Date(ms).toISOString())
const isKept = canSign()
const works = isKept
  ? 'Rounds, fire alarms, looks and photos are kept here and sent later. All else needs the signal.'
  : 'Nothing can be entered until it is back.'
/** On a phone there is no room for more. */
const worksShort = isKept ? 'What you enter is kept here.' : works
const shown = computed(() =>
  shownFrom.value === null ? '' : `Shown as of ${at(shownFrom.value)}.`,
)
const route = useRoute()
const again = computed(() => ({ path: '/sign-in', query: { to: route.fullPath } }))
const waits = computed(() => {
  const count = waiting.value.length
  return count === 1 ? '1 entry waits to be sent' : `${count} entries wait to be sent`
})
</script>

<template>
  <section
    v-if="offlineSince !== null || waiting.length > 0 || refused.length > 0"
    class="signalbar no-print"
    aria-label="Signal"
    data-testid="signal-bar"
  >
    <UIcon name="i-lucide-wifi-off" class="size-6 shrink-0" aria-hidden="true" />
    <p role="status" class="grow min-w-0 text-sm sm:text-base leading-snug">
      <template v-if="offlineSince !== null">
        <strong>Offline since {{ at(offlineSince) }}.</strong>
        {{ shown }}
        <span class="hidden sm:inline">{{ works }}</span>
        <span v-if="waiting.length === 0" class="sm:hidden">{{ worksShort }}</span>
      </template>
      <NuxtLink v-if="waiting.length > 0" to="/waiting" class="underline font-bold block">
        {{ waits }}
      </NuxtLink>
      <NuxtLink
        v-if="isSignInNeeded && waiting.length > 0"
        :to="again"
        class="underline font-bold block"
      >
        Sign in again to send it
      </NuxtLink>
      <NuxtLink v-if="refused.length > 0" to="/waiting" class="underline font-bold block">
        {{ refused.length }} not taken by the server: look
      </NuxtLink>
    </p>
  </section>
</template>

<style scoped>
.signalbar {
  display: flex;
  align-items: center;
  gap: 0.75rem;
  padding: 0.5rem 1rem;
  background: #ffb224;
  color: #14110a;
}
.signalbar :focus-visible {
  outline-color: #14110a;
}
</style>
