<script setup lang="ts">
import type { Monitoring } from '#core/firewatch/rule-sets.table'
import { counted } from '~/composables/counted'
import { clockText } from '~/composables/clock'

/** The watch as a dial: the burnt part of the ring is time gone, ticks are rounds, the gap is the next one due. */
const props = withDefaults(
  defineProps<{
    startedAt: number
    minutes: number
    /** Rounds go on for so long after it. */
    monitoring?: Monitoring | null
    rounds: readonly number[]
    nextRoundAt: number | null
    now: number
    size?: number
    /** What is left to do once the time has run. */
    todo?: string
  }>(),
  { size: 320, todo: 'Last round', monitoring: null },
)

const R = 100
const wholeMinutes = computed(() => props.minutes + (props.monitoring?.minutes ?? 0))
const total = computed(() => wholeMinutes.value * 60_000)
const gone = computed(() => Math.min(1, Math.max(0, (props.now - props.startedAt) / total.value)))
const left = computed(() => Math.max(0, props.startedAt + total.value - props.now))
const point = (share: number, radius: number): { x: number; y: number } => ({
  x: 120 + radius * Math.sin(share * 2 * Math.PI),
  y: 120 - radius * Math.cos(share * 2 * Math.PI),
})
const shareOf = (at: number): number => Math.min(1, (at - props.startedAt) / total.value)
const arc = (from: number, to: number): string => {
  if (to - from >= 0.9999) return `M120 20A100 100 0 1 1 119.99 20`
  const [a, b] = [point(from, R), point(to, R)]
  return `M${a.x} ${a.y}A${R} ${R} 0 ${to - from > 0.5 ? 1 : 0} 1 ${b.x} ${b.y}`
}
const marks = computed(() =>
  props.rounds
    .filter((at) => at >= props.startedAt)
    .map((at) => ({ at, from: point(shareOf(at), 84), to: point(shareOf(at), 116) })),
)
const ember = computed(() => point(gone.value, R))
const due = computed(() =>
  props.nextRoundAt !== null && props.nextRoundAt < props.startedAt + total.value
    ? point(shareOf(props.nextRoundAt), R)
    : null,
)
const overdue = computed(() => props.nextRoundAt !== null && props.now > props.nextRoundAt)
/** A tick every five minutes, of a long one every quarter of an hour. */
const ticks = computed(() => {
  const every = wholeMinutes.value > LONG ? 15 : 5
  return Array.from({ length: Math.floor(wholeMinutes.value / every) }, (_, i) => {
    const share = ((i + 1) * every) / wholeMinutes.value
    const [from, to] = [point(share, 88), point(share, 93)]
    return `M${from.x} ${from.y}L${to.x} ${to.y}`
  })
})
const LONG = 120
/** Where the watch ends and only rounds go on. */
const watchEnd = computed(() => {
  if (!props.monitoring) return null
  const share = props.minutes / wholeMinutes.value
  const [from, to] = [point(share, 80), point(share, 118)]
  return `M${from.x} ${from.y}L${to.x} ${to.y}`
})
const isMonitoring = computed(
  () =>
    props.monitoring !== null &&
    left.value > 0 &&
    props.now - props.startedAt >= props.minutes * 60_000,
)
const HOUR = 3_600_000
/** Hours take more room than minutes, words more than both. */
const letters = computed(() => {
  if (left.value === 0) return 38
  return left.value >= HOUR ? 44 : 54
})
const below = computed(() => {
  if (left.value === 0) return `${wholeMinutes.value} min watched`
  return isMonitoring.value ? 'rounds only' : `of ${wholeMinutes.value} min left`
})
const says = computed(() => {
  const made = `${counted(marks.value.length, 'round', 'rounds')} made`
  return left.value > 0
    ? `${clockText(left.value)} of the watch left, ${made}`
    : `Watch time is over, ${made}`
})
</script>

<template>
  <figure class="inline-block max-w-full">
    <svg
      :width="size"
      :height="size"
      viewBox="0 0 240 240"
      class="max-w-full h-auto"
      role="img"
      :aria-label="says"
    >
      <circle cx="120" cy="120" :r="R" fill="none" stroke="var(--rule)" stroke-width="14" />
      <path
        v-for="tick in ticks"
        :key="tick"
        :d="tick"
        stroke="var(--ui-text-muted)"
        stroke-width="1"
      />
      <path v-if="watchEnd" :d="watchEnd" stroke="var(--ui-text)" stroke-width="1.5" />
      <path
        v-if="gone > 0"
        :d="arc(0, gone)"
        fill="none"
        :stroke="left > 0 ? 'var(--ui-primary)' : 'var(--level-clear)'"
        stroke-width="14"
      />
      <path
        v-for="mark in marks"
        :key="mark.at"
        :d="`M${mark.from.x} ${mark.from.y}L${mark.to.x} ${mark.to.y}`"
        stroke="var(--ui-text)"
        stroke-width="4"
      />
      <circle
        v-if="due"
        :cx="due.x"
        :cy="due.y"
        r="8"
        fill="var(--panel)"
        :stroke="overdue ? 'var(--level-stop)' : 'var(--ui-text)'"
        stroke-width="3"
      />
      <circle
        v-if="left > 0"
        :cx="ember.x"
        :cy="ember.y"
        r="9"
        fill="var(--arc)"
        stroke="var(--panel)"
        stroke-width="2"
      />
      <text
        x="120"
        y="134"
        text-anchor="middle"
        class="plate"
        :font-size="letters"
        fill="currentColor"
      >
        {{ left > 0 ? clockText(left) : todo }}
      </text>
      <text x="120" y="158" text-anchor="middle" font-size="13" fill="var(--ui-text-muted)">
        {{ below }}
      </text>
      <text x="120" y="82" text-anchor="middle" font-size="13" fill="var(--ui-text-muted)">
        {{ counted(marks.length, 'round', 'rounds') }}
      </text>
    </svg>
  </figure>
</template>
