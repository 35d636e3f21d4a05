<script setup lang="ts">
import type { Thing } from '#core/plan/plan'
import { extentOf } from '#core/plan/shape'
import type { StationNow } from '#shared/plan/live'
import { clockText } from '~/composables/clock'

/** A station of the plan as it is now: the worst that is said, who is there, and what runs, as far as there is room. */
const props = defineProps<{ thing: Thing; station: StationNow; scale: number; now: number }>()
const px = (pixels: number): number => pixels / props.scale
const extent = computed(() => extentOf(props.thing.shape))
const room = computed(() => ({
  width: (extent.value.east - extent.value.west) * props.scale,
  height: (extent.value.north - extent.value.south) * props.scale,
}))
const sign = computed(() => Math.min(26, Math.max(12, room.value.width * 0.34)))
/** Of the dot with how many are there, px. */
const dot = computed(() => Math.max(4, Math.min(8, room.value.width * 0.3)))
const at = computed(() => ({ x: extent.value.east, y: -extent.value.north }))

/** Letters of this size take so much of a line each, px. */
const LETTER = 12
const WIDE = 6.6
const LINE = 15
const lines = computed(() => {
  const { people, permits, monitor } = props.station
  const all = [
    ...people.map(({ name, process }) => [name, process].filter(Boolean).join(', ')),
    ...permits.map((permit) => `Permit ${permit.number}, ${leftOf(permit)}`),
    ...(monitor ? [`Monitor ${monitor.value.toPrecision(2)}`] : []),
  ]
  // The name of the station takes the middle.
  const most = Math.floor((room.value.height / 2 - 8) / LINE)
  const letters = Math.floor(room.value.width / WIDE)
  if (letters < 8) return []
  return all
    .slice(0, most)
    .map((line) => (line.length > letters ? `${line.slice(0, letters - 1)}…` : line))
})
function leftOf({ endsAt, validTo }: StationNow['permits'][number]): string {
  const until = Date.parse(endsAt ?? validTo) - props.now
  return until > 0 ? clockText(until) : 'over'
}
const count = computed(() => props.station.people.length)
/** A permit reaches as far as sparks are taken to fly, m: 35 ft. */
const REACH = 35 * 0.3048
const middle = computed(() => ({
  x: (extent.value.west + extent.value.east) / 2,
  y: -(extent.value.south + extent.value.north) / 2,
}))
const badges = computed(() =>
  [
    props.station.alarms > 0 && 'alarm',
    props.station.locked.length > 0 && 'locked',
    props.station.due > 0 && 'due',
  ].filter((one) => one !== false),
)
</script>

<template>
  <g class="mark" aria-hidden="true">
    <circle
      v-for="permit in station.permits"
      :key="permit.id"
      :cx="middle.x"
      :cy="middle.y"
      :r="REACH"
      class="reach"
      vector-effect="non-scaling-stroke"
    />
    <text
      v-for="(line, i) in lines"
      :key="i"
      :x="middle.x"
      :y="middle.y + px(LINE * (i + 1) + 4)"
      :font-size="px(LETTER)"
      :stroke-width="px(3)"
      class="line"
    >
      {{ line }}
    </text>
    <g v-if="count > 0 && lines.length === 0" class="count">
      <circle :cx="middle.x" :cy="-extent.south" :r="px(dot)" />
      <text :x="middle.x" :y="-extent.south + px(dot / 2)" :font-size="px(dot * 1.4)">
        {{ count }}
      </text>
    </g>
    <g
      v-for="(badge, i) in badges"
      :key="badge"
      class="badge"
      :class="badge"
      :transform="`translate(${at.x + px(2 - sign - 15 * i)} ${at.y - px(9)}) scale(${px(1)})`"
    >
      <rect x="-7" y="-7" width="14" height="14" />
      <path v-if="badge === 'locked'" d="M-3.5 0h7v4.5h-7ZM-2 0v-2a2 2 0 0 1 4 0v2" />
      <path v-else-if="badge === 'due'" d="M0-4V0L3 2" />
      <path v-else d="M0-4.5V1M0 3.4V4.8" />
    </g>
    <g
      v-if="station.level"
      :transform="`translate(${at.x - px(sign - 4)} ${at.y - px(sign)}) scale(${px(1)})`"
    >
      <rect :width="sign" :height="sign" class="ground" />
      <FindingSign :level="station.level" :size="sign" />
    </g>
  </g>
</template>

<style scoped>
.mark {
  pointer-events: none;
}
.reach {
  fill: color-mix(in oklab, var(--level-caution) 7%, transparent);
  stroke: var(--level-caution);
  stroke-width: 1.5;
  stroke-dasharray: 3 5;
}
.line {
  fill: var(--ui-text);
  stroke: var(--panel);
  stroke-linejoin: round;
  paint-order: stroke;
  text-anchor: middle;
}
.count circle {
  fill: var(--ui-primary);
}
.count text {
  fill: var(--panel);
  text-anchor: middle;
  font-weight: 700;
}
.ground {
  fill: var(--panel);
}
.badge rect {
  fill: var(--ui-text);
}
.badge.alarm rect {
  fill: var(--level-stop);
}
.badge path {
  fill: none;
  stroke: var(--panel);
  stroke-width: 1.8;
}
</style>
