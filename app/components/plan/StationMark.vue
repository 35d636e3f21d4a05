<script setup lang="ts">
import { SUBSTANCE_NAME, unitOf, unitText } from '#core/exposure/terms'
import type { Thing } from '#core/plan/plan'
import { extentOf } from '#core/plan/shape'
import type { StationNow } from '#shared/plan/live'
import { figure } from '#shared/units/units'
import { outlineOf } from '~/components/plan/drawing'
import { useLeft } from '~/composables/permit/left'

/** A station of the plan as it is now: the worst that is said, who is there, and what runs, as far as there is room. */
const props = defineProps<{ thing: Thing; station: StationNow; scale: number }>()
const { leftOf } = useLeft()
/** The farthest sweep of the permits that run here, m. */
const reach = computed(() => Math.max(0, ...props.station.permits.map((permit) => permit.reach)))
const px = (pixels: number): number => pixels / props.scale
const extent = computed(() => extentOf(props.thing.shape))
const room = computed(() => ({
  width: (extent.value.east - extent.value.west) * props.scale,
  height: (extent.value.north - extent.value.south) * props.scale,
}))
const sign = computed(() => Math.min(26, Math.max(12, room.value.width * 0.34)))
/** Of the dot with how many are there, px. */
const dot = computed(() => Math.max(4, Math.min(8, room.value.width * 0.3)))
/** Signs hang below the station, where they cover neither its number nor the name of its room. */
const at = computed(() => ({ x: middle.value.x, y: -extent.value.south + px(2) }))

/** Letters of this size take so much of a line each, px. */
const LETTER = 12
const WIDE = 6.6
const LINE = 15
const lines = computed(() => {
  const { people, permits, monitor } = props.station
  const all = [
    ...people.map(({ name, process }) => [name, process].filter(Boolean).join(', ')),
    ...permits.map((permit) => `Permit ${permit.number}, ${leftOf(permit)}`),
    ...(monitor ? [reading(monitor)] : []),
  ]
  // The name of the station takes the middle.
  const most = Math.floor((room.value.height / 2 - 8) / LINE)
  const letters = Math.floor(room.value.width / WIDE)
  if (letters < 8) return []
  return all
    .slice(0, most)
    .map((line) => (line.length > letters ? `${line.slice(0, letters - 1)}…` : line))
})
const reading = ({ substance, value }: NonNullable<StationNow['monitor']>): string =>
  `${SUBSTANCE_NAME[substance]} ${figure(value)} ${unitText(unitOf(substance))}`
const count = computed(() => props.station.people.length)
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
    <path
      v-if="station.permits.length > 0"
      :d="outlineOf(thing)"
      :stroke-width="2 * reach"
      class="reach"
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
      <circle :cx="extent.west" :cy="-extent.north" :r="px(dot)" />
      <text :x="extent.west" :y="-extent.north + px(dot / 2)" :font-size="px(dot * 1.4)">
        {{ count }}
      </text>
    </g>
    <g
      v-for="(badge, i) in badges"
      :key="badge"
      class="badge"
      :class="badge"
      :transform="`translate(${at.x} ${at.y + px(sign + 10 + 15 * i)}) scale(${px(1)})`"
    >
      <rect x="-7" y="-7" width="14" height="14" />
      <path v-if="badge === 'locked'" d="M-3.5 0h7v4.5h-7ZM-2 0v-2a2 2 0 0 1 4 0v2" />
      <path v-else-if="badge === 'due'" d="M0-4V0L3 2" />
      <path v-else d="M0-4.5V1M0 3.4V4.8" />
    </g>
    <g
      v-if="station.level"
      :transform="`translate(${at.x - px(sign / 2)} ${at.y}) scale(${px(1)})`"
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
  fill: var(--level-caution);
  stroke: var(--level-caution);
  stroke-linejoin: round;
  opacity: 0.14;
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
