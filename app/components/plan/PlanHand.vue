<script setup lang="ts">
import type { Shape, Thing } from '#core/plan/plan'
import { along, apart, cornersOf, extentOf, middleOf, pointAt } from '#core/plan/shape'
import { NAMED, pathOf } from '~/components/plan/drawing'

/** What is in the hand: things as they are dragged, what is being drawn, and where a thing is taken hold of. */
const props = defineProps<{
  things: readonly Thing[]
  levels: ReadonlyMap<string, string>
  sketch: Shape | null
  /** The one whose corners and front may be pulled. */
  only: Thing | null
  /** Pixels a metre. */
  scale: number
  magnify: number
}>()
/** Of a handle, px. */
const RADIUS = 7
/** From a thing to the knob that turns it, px. */
const REACH = 26
/** So far beyond its corner a handle lies, px: those of a small thing would cover it. */
const BEYOND = 10

const px = (pixels: number): number => pixels / props.scale
const named = computed(() => props.things.filter(({ kind }) => NAMED.includes(kind)))
const handles = computed(() => {
  if (!props.only) return []
  const { shape } = props.only
  const middle = middleOf(shape)
  return cornersOf(shape).map((corner) => {
    const metres = apart(middle, corner)
    return pointAt([middle, corner], metres > 0 ? 1 + px(BEYOND) / metres : 1)
  })
})
/** Beyond its front, or above it. */
const knob = computed(() => {
  if (!props.only) return null
  const { shape } = props.only
  const { north, south } = extentOf(shape)
  const angle = shape.type === 'box' ? shape.angle : 90
  const toEdge = shape.type === 'box' ? shape.depth / 2 : (north - south) / 2
  return along(middleOf(shape), angle, toEdge + px(REACH))
})
</script>

<template>
  <PlanThing
    v-for="thing in things"
    :key="thing.id"
    :thing="thing"
    :scale="scale"
    chosen
    :level="levels.get(thing.id)"
  />
  <PlanName v-for="thing in named" :key="thing.id" :thing="thing" :scale="scale / magnify" />
  <path
    v-if="sketch"
    :d="pathOf(cornersOf(sketch), sketch.type !== 'line')"
    class="sketch"
    vector-effect="non-scaling-stroke"
  />
  <circle
    v-if="knob"
    data-turn
    :cx="knob.x"
    :cy="-knob.y"
    :r="px(RADIUS)"
    class="handle"
    vector-effect="non-scaling-stroke"
  >
    <title>Turn</title>
  </circle>
  <circle
    v-for="(handle, i) in handles"
    :key="i"
    :data-handle="i"
    :cx="handle.x"
    :cy="-handle.y"
    :r="px(RADIUS)"
    class="handle"
    vector-effect="non-scaling-stroke"
  />
</template>

<style scoped>
.sketch {
  fill: none;
  stroke: var(--ui-primary);
  stroke-width: 2;
}
.handle {
  fill: var(--panel);
  stroke: var(--ui-primary);
  stroke-width: 2;
  cursor: grab;
  pointer-events: all;
}
</style>
