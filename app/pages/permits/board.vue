<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import type { Shift } from '#shared/shop/schema'
import { clockText, useServerClock } from '~/composables/clock'
import { useSiteTime } from '~/composables/time'
import { useChanged, useChanges } from '~/stores/changes'
import { useShift } from '~/stores/shift'

/** All hot work on a wall, legible at arm's length: where it is, how it stands, and what its clock says. */
definePageMeta({ layout: 'wall' })
useHead({ title: 'Hot work · Zonaris' })
type Running = Shift['running'][number]

const LOOK_AGAIN_MS = 30_000
const shift = useShift()
const changes = useChanges()
const { now } = useServerClock()
const { clock } = useSiteTime()
onMounted(shift.load)
useIntervalFn(shift.load, LOOK_AGAIN_MS)
useChanged(['permits'], shift.load)

const COLUMNS = [
  { id: 'ready', title: 'Issued, not begun' },
  { id: 'working', title: 'Work going on' },
  { id: 'watching', title: 'Fire watch' },
  { id: 'held', title: 'Stopped' },
] as const
/** A watch that is owed after the work was stopped is a watch, whatever stopped it. */
function columnOf({ state, begun, endsAt }: Running): (typeof COLUMNS)[number]['id'] {
  if (state === 'working') return 'working'
  if (state === 'issued') return 'ready'
  return begun && endsAt !== null ? 'watching' : 'held'
}
const late = (iso: string | null): boolean => iso !== null && Date.parse(iso) < now.value
const until = (iso: string): string => clockText(Math.max(0, Date.parse(iso) - now.value))

function cardOf(permit: Running) {
  const { endsAt, nextRoundAt, validTo, state } = permit
  const isWatch = columnOf(permit) === 'watching'
  const isRoundLate = isWatch && late(nextRoundAt)
  const ends = isWatch ? endsAt! : validTo
  return {
    permit,
    big: late(ends) ? '0:00' : until(ends),
    says: isWatch ? 'left of the watch' : `valid until ${clock(validTo)}`,
    round: isWatch && nextRoundAt ? `Next round ${clock(nextRoundAt)}` : null,
    isRoundLate,
    isStopped: state === 'suspended' || state === 'expired' || state === 'revoked',
  }
}
const columns = computed(() =>
  COLUMNS.map((column) => ({
    ...column,
    cards: (shift.shift?.running ?? [])
      .filter((permit) => columnOf(permit) === column.id)
      .map(cardOf),
  })),
)
const isOld = computed(() => shift.offline || !changes.isLive)
const warning = computed(() =>
  shift.offline ? 'No connection: this is old.' : 'Looked at again every 15 seconds.',
)
</script>

<template>
  <div class="h-full flex flex-col gap-3">
    <h1 class="sr-only">Hot work now</h1>
    <p v-if="isOld" class="text-stop font-semibold text-lg" role="status">{{ warning }}</p>
    <p v-if="!shift.shift" class="muted">Reading the permits…</p>
    <div
      v-else
      class="grow min-h-0 overflow-y-auto grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-4 gap-3 content-start"
      tabindex="0"
      aria-label="Permits by state"
      role="region"
    >
      <section v-for="column in columns" :key="column.id" :aria-labelledby="`board-${column.id}`">
        <h2 :id="`board-${column.id}`" class="mb-2">
          {{ column.title }}
          <span class="muted">{{ column.cards.length }}</span>
        </h2>
        <p v-if="column.cards.length === 0" class="muted text-lg">None.</p>
        <article
          v-for="card in column.cards"
          :key="card.permit.id"
          class="panel edge p-4 mb-3"
          :class="card.isStopped || card.isRoundLate ? 'edge-stop' : 'edge-caution'"
        >
          <p class="plate text-5xl">{{ card.big }}</p>
          <p class="muted">{{ card.says }}</p>
          <h3 class="text-xl leading-tight mt-2">
            <NuxtLink class="link" :to="`/permits/${card.permit.id}`">
              {{ card.permit.number }} {{ card.permit.place }}
            </NuxtLink>
          </h3>
          <StateMark :state="card.permit.state" class="mt-1" />
          <p class="text-lg mt-1">Watch: {{ card.permit.fireWatch ?? 'nobody' }}</p>
          <p v-if="card.round" :class="card.isRoundLate ? 'text-stop font-semibold' : ''">
            {{ card.round }}{{ card.isRoundLate ? ', late' : '' }}
          </p>
        </article>
      </section>
    </div>
  </div>
</template>
