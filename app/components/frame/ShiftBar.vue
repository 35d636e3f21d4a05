<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { clockText, useServerClock } from '~/composables/clock'
import { useSignIn } from '~/stores/sign-in'
import { useShift } from '~/stores/shift'
import { useChanged } from '~/stores/changes'

const signIn = useSignIn()
const store = useShift()
const { now, factor } = useServerClock()
/** Loaded when first asked for: the dialog is no part of the first page. */
const stopping = ref(false)
const asked = ref(false)
watch(stopping, () => {
  asked.value = true
})
// What comes due by the clock alone is no change.
useIntervalFn(store.load, 60_000, { immediateCallback: true })
useChanged(['permits', 'gear', 'gas', 'sessions', 'people', 'air', 'stores'], store.load)

const time = computed(() =>
  new Intl.DateTimeFormat('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
    timeZone: signIn.me?.site.timeZone,
  }).format(now.value),
)
type Running = NonNullable<typeof store.shift>['running'][number]
const left = (entry: Running): number | null =>
  entry.endsAt === null ? null : Date.parse(entry.endsAt) - now.value
function says(entry: Running): string {
  const rest = left(entry)
  if (rest === null) return entry.state
  return rest > 0 ? clockText(rest) : 'close it'
}
const roundLate = (entry: Running): boolean =>
  entry.nextRoundAt !== null && Date.parse(entry.nextRoundAt) < now.value && (left(entry) ?? 0) > 0
/** How soon something has to be done: the round that is late first, then the next end. */
const urgency = (entry: Running): number => (roundLate(entry) ? -1 : (left(entry) ?? Infinity))
const running = computed(() =>
  [...(store.shift?.running ?? [])].sort((a, b) => urgency(a) - urgency(b)),
)
/** Share of the fuse that is still there; watches are 30 to 480 minutes, the bar shows the last hour. */
const fuse = (entry: Running): number =>
  Math.min(1, Math.max(0, (left(entry) ?? 3_600_000) / 3_600_000))
</script>

<template>
  <header class="shiftbar no-print" aria-label="Shift">
    <p
      v-if="factor !== 1"
      role="status"
      class="bg-(--arc) text-black font-bold px-4 py-1.5 text-center"
      data-testid="rehearsal"
    >
      Rehearsal: the clock runs {{ factor }} times as fast. Nothing recorded now is a real permit or
      inspection.
    </p>
    <div class="flex items-stretch gap-x-1 overflow-x-auto">
      <NuxtLink
        to="/"
        class="flex items-center gap-2.5 px-3 sm:px-4 py-2 shrink-0"
        aria-label="Zonaris, today"
      >
        <svg width="26" height="26" viewBox="0 0 32 32" aria-hidden="true">
          <path
            d="M5 7h20L7 25h18"
            fill="none"
            stroke="#4fc4cf"
            stroke-width="4.5"
            stroke-linejoin="bevel"
          />
          <circle cx="26" cy="25" r="3.4" fill="#ffb224" />
        </svg>
        <span class="leading-tight hidden sm:block">
          <span class="block font-semibold">{{ signIn.me?.site.name }}</span>
          <span class="block text-sm text-[#a9b5bb]">{{ time }}</span>
        </span>
      </NuxtLink>
      <nav aria-label="Running permits" class="flex items-stretch gap-1 grow min-w-0">
        <!-- A phone has room for the most urgent one; the others are one tap away. -->
        <NuxtLink
          v-for="(entry, i) in running"
          :key="entry.id"
          :to="`/watch/${entry.id}`"
          class="segment sm:min-w-36"
          :class="i === 0 ? 'first' : 'hidden sm:block'"
        >
          <span class="flex justify-between gap-3 text-sm text-[#c9d2d6]">
            <span class="truncate max-w-32">{{ entry.number }} {{ entry.place }}</span>
          </span>
          <span class="flex items-baseline gap-2">
            <span class="plate text-2xl" :class="{ 'text-[#ff6b52]': roundLate(entry) }">
              {{ says(entry) }}
            </span>
            <span v-if="roundLate(entry)" class="text-sm font-bold text-[#ff6b52]">round due</span>
            <span
              v-else-if="left(entry) !== null && entry.state !== 'watching'"
              class="text-sm truncate"
            >
              {{ entry.state }}
            </span>
          </span>
          <span
            v-if="left(entry) !== null"
            class="fuse"
            :style="{ transform: `scaleX(${fuse(entry)})` }"
            aria-hidden="true"
          />
        </NuxtLink>
        <NuxtLink
          v-if="running.length > 1"
          to="/permits"
          class="segment sm:hidden plate text-2xl grid place-content-center"
          :aria-label="`${running.length - 1} more`"
        >
          +{{ running.length - 1 }}
        </NuxtLink>
        <p v-if="store.shift && running.length === 0" class="px-4 py-2 text-[#a9b5bb] self-center">
          No hot work running
        </p>
      </nav>
      <NuxtLink
        v-if="(store.shift?.alarms.length ?? 0) > 0"
        to="/air"
        class="segment hot text-right"
        data-testid="alarms"
      >
        <span class="block text-sm">Air alarm</span>
        <span class="plate text-2xl">{{ store.shift!.alarms.length }}</span>
      </NuxtLink>
      <button type="button" class="segment stop" data-testid="stop-air" @click="stopping = true">
        <span class="block text-sm whitespace-nowrap">Feel ill, bad air</span>
        <span class="plate text-2xl">Stop</span>
      </button>
      <NuxtLink
        to="/gear?show=locked"
        class="segment text-right hidden sm:block"
        :class="{ hot: (store.shift?.locked.length ?? 0) > 0 }"
      >
        <span class="block text-sm">Locked out</span>
        <span class="plate text-2xl">{{ store.shift?.locked.length ?? '–' }}</span>
      </NuxtLink>
      <NuxtLink to="/gear/due" class="segment text-right hidden sm:block">
        <span class="block text-sm">Due today</span>
        <span class="plate text-2xl">{{ store.shift?.dueCount ?? '–' }}</span>
      </NuxtLink>
    </div>
    <LazyStopButton v-if="asked" v-model:open="stopping" />
  </header>
</template>

<style scoped>
@media (max-width: 639px) {
  .first {
    flex: 1 1 0;
    min-width: 0;
  }
}
.fuse {
  position: absolute;
  left: 0;
  right: 0;
  bottom: 0;
  height: 5px;
  background: var(--arc);
  transform-origin: left;
}
</style>
