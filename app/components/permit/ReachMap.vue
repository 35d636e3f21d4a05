<script setup lang="ts">
import { sparkQuery } from '#core/firewatch/spark-query'
import { thingsInReach, type WorkPoint } from '#core/firewatch/reach-map'
import { reachText } from '#core/firewatch/rules.table'
import type { Plan, Point, Thing } from '#core/plan/plan'
import { outlineOf } from '~/components/plan/drawing'
import type { FoundBody } from '#shared/permit/found'
import type { Permit } from '#shared/permit/schema'
import { useSparks } from '~/composables/permit/sparks'
import type { SparkQuery } from '~/workers/sparks'

/** The plan around some hot work, as far as its sweep reaches, with what lies in it and what is done about each. */
const props = defineProps<{
  plan: Plan
  floor: string
  work: WorkPoint | null
  height: number | null
  permit: Pick<Permit, 'number' | 'reach' | 'arc'>
  /** What stood there on the day. */
  found?: readonly FoundBody[]
}>()
const emit = defineEmits<{ press: [at: Point] }>()
const things = computed(() => props.plan.things.filter(({ floor }) => floor === props.floor))
const here = computed(() => (props.work?.floor === props.floor ? props.work : null))
/** What the flight of its sparks is reckoned from, or why it is not. */
const query = computed(() => {
  const { process, amps, space, wind } = props.permit.arc
  const floor = props.plan.floors.find(({ id }) => id === props.work?.floor) ?? null
  return sparkQuery({ process, amps, air: { space, wind } }, floor, props.height)
})
const flying = computed((): SparkQuery | null =>
  props.work && !('because' in query.value)
    ? { ...query.value, plan: props.plan, work: props.work, seed: props.permit.number }
    : null,
)
const { progress, answer, failure } = useSparks(flying)
/** As far as the rules ask, or as sparks fly. */
const reach = computed(() => Math.max(props.permit.reach, answer.value?.far ?? 0))
const items = computed(() => (here.value ? thingsInReach(props.plan, here.value, reach.value) : []))
const lines = computed(() =>
  items.value.filter(({ metres }) => metres > 0).map(({ at }) => [here.value!, at]),
)
/** As much of the plan as the sweep takes. */
const focus = computed((): Thing | null => {
  if (!here.value) return null
  const { floor, x, y } = here.value
  const size = 2 * props.permit.reach
  const shape = { type: 'box' as const, at: { x, y }, angle: 0, width: size, depth: size }
  return { id: `${x} ${y}`, kind: 'station', floor, name: '', shape, facts: {}, of: null }
})
/** What lies below and catches sparks, or burns; seen through the floor. */
const below = computed(() => {
  const listed = new Set(items.value.map(({ thing }) => thing))
  return props.plan.things.filter(({ id, floor }) => floor !== props.floor && listed.has(id))
})
/** Floors on which drops come to lie, this one last. */
const sparkFloors = computed(() => {
  const others = new Set((answer.value?.landings ?? []).map(({ floor }) => floor))
  others.delete(props.floor)
  return [...others, props.floor]
})
const MARK = 6
/** With the number that they have in their list. */
const marks = computed(() =>
  (props.found ?? []).flatMap(({ id, at, deed }, i) =>
    here.value && at ? [{ id, at, deed, number: i + 1 }] : [],
  ),
)
</script>

<template>
  <div class="space-y-3">
    <PlanCanvas
      class="h-80"
      :things="things"
      :lines="lines"
      :focus="focus"
      label="The plan around the work; what is in reach stands in the list below, too"
      @press="emit('press', $event)"
    >
      <template #over="{ scale }">
        <g class="below">
          <path v-for="thing in below" :key="thing.id" :d="outlineOf(thing)" />
        </g>
        <template v-if="answer">
          <SparkCells
            v-for="one in sparkFloors"
            :key="one"
            :landings="answer.landings"
            :floor="one"
          />
        </template>
        <g v-if="here" data-testid="reach">
          <circle :cx="here.x" :cy="-here.y" :r="permit.reach" class="ring" />
          <circle :cx="here.x" :cy="-here.y" :r="MARK / scale" class="spark" />
        </g>
        <g
          v-for="mark in marks"
          :key="mark.id"
          class="found"
          :class="{ open: mark.deed === null }"
          :transform="`translate(${mark.at.x} ${-mark.at.y}) scale(${1 / scale})`"
        >
          <rect x="-9" y="-9" width="18" height="18" rx="3" />
          <text y="5">{{ mark.number }}</text>
        </g>
      </template>
    </PlanCanvas>
    <SparkText
      v-if="work"
      :query="query"
      :answer="answer"
      :progress="progress"
      :failure="failure"
      :reach="permit.reach"
    />
    <template v-if="here">
      <p v-if="items.length === 0" class="muted">
        Nothing is drawn within {{ reachText(reach) }}. Look what stands there today.
      </p>
      <ul v-else class="space-y-1" aria-label="In reach">
        <li
          v-for="item in items"
          :key="`${item.thing} ${item.line}`"
          class="grid grid-cols-[1fr_auto] gap-x-3 border-b border-(--rule) py-1"
        >
          <span class="font-semibold">{{ item.name }}</span>
          <QuantityText :amount="item.metres" unit="m" />
          <span class="col-span-2 leading-snug">{{ item.action }}</span>
        </li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
.ring {
  fill: color-mix(in oklab, var(--arc) 14%, transparent);
  stroke: var(--level-caution);
  stroke-width: 2;
  stroke-dasharray: 8 5;
  vector-effect: non-scaling-stroke;
  pointer-events: none;
}
.below path {
  fill: none;
  stroke: var(--level-caution);
  stroke-width: 1.5;
  stroke-dasharray: 3 3;
  vector-effect: non-scaling-stroke;
  pointer-events: none;
}
.found {
  pointer-events: none;
}
.found rect {
  fill: var(--panel);
  stroke: var(--level-clear);
  stroke-width: 2;
}
.found.open rect {
  stroke: var(--level-stop);
}
.found text {
  fill: var(--ui-text);
  font-size: 13px;
  font-weight: 700;
  text-anchor: middle;
}
.spark {
  fill: var(--arc);
  stroke: var(--ui-text);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
  pointer-events: none;
}
</style>
