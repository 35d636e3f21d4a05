<script setup lang="ts">
import { drag } from 'd3-drag'
import { pointer, select } from 'd3-selection'
import type { ThingKind } from '#core/plan/kinds.table'
import { PLAN_KINDS } from '#core/plan/kinds.table'
import { drawn, moved, reshaped, snapped, turned } from '#core/plan/move'
import type { Point, Shape, Thing } from '#core/plan/plan'
import { along, cornersOf, extentOf, middleOf, type Extent } from '#core/plan/shape'
import { NAMED, ORDER, pathOf } from '~/components/plan/drawing'
import { usePlanView } from '~/composables/plan/view'
import { useUnits } from '~/composables/units'

/** The floor to scale. Where it may be drawn on: chosen, dragged, reshaped by its corners, and drawn anew with a tool. */
const props = withDefaults(
  defineProps<{
    things: readonly Thing[]
    /** Worst of what is said, by thing. */
    levels?: ReadonlyMap<string, string>
    /** Ways and distances to show. */
    lines?: readonly (readonly Point[])[]
    /** Screens that would make something right. */
    screens?: readonly (readonly Point[])[]
    /** A picture under everything. */
    underlay?: { href: string; width: number; height: number; transform: string } | null
    /** Ground that is shaded. */
    strips?: readonly Extent[]
    /** What a press draws; null: nothing. */
    tool?: ThingKind | null
    editable?: boolean
    /** m */
    grid?: number
    /** Shown first, large; null: all of it. */
    focus?: Thing | null
    /** Letters this much larger, for a screen that is read from afar. */
    magnify?: number
    label: string
  }>(),
  {
    levels: () => new Map(),
    lines: () => [],
    screens: () => [],
    strips: () => [],
    underlay: null,
    tool: null,
    editable: false,
    grid: 0.25,
    focus: null,
    magnify: 1,
  },
)
const chosen = defineModel<string[]>('chosen', { default: () => [] })
const emit = defineEmits<{ draw: [shape: Shape]; put: [things: Thing[]]; press: [at: Point] }>()
const units = useUnits()
const svg = useTemplateRef<SVGSVGElement>('svg')
const sheet = useTemplateRef<SVGGElement>('sheet')

const things = computed(() => props.things)
const onThing = (event: Event): boolean =>
  Boolean((event.target as Element).closest('[data-thing], [data-handle], [data-turn]'))
const { transform, scale, moving, showAll, show, zoomBy } = usePlanView(svg, things, (event) => {
  if (event.type === 'wheel') return true
  if (!props.editable) return true
  return props.tool === null && !onThing(event)
})
defineExpose({ showAll })
watch(
  () => props.focus?.id,
  () => props.focus && show(props.focus),
)
onMounted(() => props.focus && show(props.focus))

/** What is being dragged or drawn is shown before it is kept. */
const shown = shallowRef<Thing[]>([])
const sketch = shallowRef<Shape | null>(null)
const ordered = computed(() =>
  props.things.toSorted((a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind)),
)
const named = computed(() => ordered.value.filter(({ kind }) => NAMED.includes(kind)))
const inHand = computed(() => new Map(shown.value.map((thing) => [thing.id, thing])))
const asShown = (thing: Thing): Thing => inHand.value.get(thing.id) ?? thing
const chosenIds = computed(() => new Set(chosen.value))
const only = computed(() => {
  const found = props.things.find(({ id }) => id === chosen.value[0])
  return chosen.value.length === 1 && found ? asShown(found) : undefined
})
const handles = computed(() => (props.editable && only.value ? cornersOf(only.value.shape) : []))
/** Where a thing is taken hold of to be turned: beyond its front, or above it. */
const knob = computed(() => {
  if (!props.editable || !only.value) return null
  const { shape } = only.value
  const middle = middleOf(shape)
  const angle = shape.type === 'box' ? shape.angle : 90
  const reach =
    shape.type === 'box' ? shape.depth / 2 : (extentOf(shape).north - extentOf(shape).south) / 2
  return { from: along(middle, angle, reach), at: along(middle, angle, reach + px(26)) }
})
const px = (pixels: number): number => pixels / scale.value

interface Dragged {
  x: number
  y: number
}
type Subject =
  | { what: 'things'; from: Dragged; things: Thing[]; others: Point[] }
  | { what: 'handle'; thing: Thing; index: number; others: Point[] }
  | { what: 'turn'; thing: Thing }
  | { what: 'sketch'; from: Point; others: Point[] }

const toPlan = ({ x, y }: Dragged): Point => ({ x, y: -y })
/** Read once a pull: there are thousands of them. */
const othersCorners = (but: readonly string[] = []): Point[] =>
  props.things.filter(({ id }) => !but.includes(id)).flatMap(({ shape }) => cornersOf(shape))

function subjectOf(event: Dragged & { sourceEvent: Event }): Subject & Dragged {
  const { x, y } = event
  const target = event.sourceEvent.target as Element
  const handle = target.closest<SVGElement>('[data-handle]')
  if (target.closest('[data-turn]') && only.value) return { x, y, what: 'turn', thing: only.value }
  if (handle && only.value) {
    const index = Number(handle.dataset.handle)
    const others = othersCorners([only.value.id])
    return { x, y, what: 'handle', thing: only.value, index, others }
  }
  if (props.tool !== null) {
    const others = othersCorners()
    return { x, y, what: 'sketch', from: snapped(toPlan({ x, y }), others, props.grid), others }
  }
  const id = target.closest<SVGElement>('[data-thing]')!.dataset.thing!
  choose(id, event.sourceEvent)
  return {
    x,
    y,
    what: 'things',
    from: { x, y },
    things: props.things.filter((thing) => chosenIds.value.has(thing.id)),
    others: othersCorners(chosen.value),
  }
}

/** A press chooses; with the shift key it adds or leaves out. */
function choose(id: string, event: Event): void {
  const adds = (event as MouseEvent).shiftKey
  if (adds)
    chosen.value = chosen.value.includes(id)
      ? chosen.value.filter((one) => one !== id)
      : [...chosen.value, id]
  else if (!chosen.value.includes(id)) chosen.value = [id]
}

/** Things are drawn to each other by the first corner of the first of them. */
function draggedTo(subject: Extract<Subject, { what: 'things' }>, at: Dragged): Thing[] {
  const [first] = subject.things
  if (!first) return []
  const corner = cornersOf(first.shape)[0]!
  const off = { x: at.x - subject.from.x, y: -(at.y - subject.from.y) }
  const to = snapped({ x: corner.x + off.x, y: corner.y + off.y }, subject.others, props.grid)
  const by = { x: to.x - corner.x, y: to.y - corner.y }
  return subject.things.map((thing) => ({ ...thing, shape: moved(thing.shape, by) }))
}

/** A thing whose knob is pulled to a point, by steps of so many degrees. */
const TURN_STEP = 5
function turnedTo(thing: Thing, to: Point): Thing {
  const about = middleOf(thing.shape)
  const angle = (Math.atan2(to.y - about.y, to.x - about.x) * 180) / Math.PI
  const before = thing.shape.type === 'box' ? thing.shape.angle : 90
  const by = Math.round((angle - before) / TURN_STEP) * TURN_STEP
  return { ...thing, shape: turned(thing.shape, about, by) }
}

function onDrag(event: Dragged & { subject: Subject }): void {
  const { subject } = event
  if (subject.what === 'things') shown.value = draggedTo(subject, event)
  else if (subject.what === 'handle') {
    const to = snapped(toPlan(event), subject.others, props.grid)
    shown.value = [{ ...subject.thing, shape: reshaped(subject.thing.shape, subject.index, to) }]
  } else if (subject.what === 'turn') shown.value = [turnedTo(subject.thing, toPlan(event))]
  else {
    const to = snapped(toPlan(event), subject.others, props.grid)
    sketch.value = drawn(PLAN_KINDS[props.tool!].shape, subject.from, to)
  }
}

function onEnd(): void {
  if (sketch.value) emit('draw', sketch.value)
  const before = new Map(props.things.map((thing) => [thing.id, thing]))
  const changed = shown.value.filter(
    (thing) => JSON.stringify(thing.shape) !== JSON.stringify(before.get(thing.id)?.shape),
  )
  if (changed.length > 0) emit('put', changed)
  sketch.value = null
  shown.value = []
}

onMounted(() => {
  if (!props.editable || !svg.value) return
  const behaviour = drag<SVGSVGElement, unknown>()
    .container(() => sheet.value!)
    .filter((event: MouseEvent) => event.button === 0 && (props.tool !== null || onThing(event)))
    .subject(subjectOf)
    .on('drag', onDrag)
    .on('end', onEnd)
  select(svg.value).call(behaviour)
})

function pressed(event: MouseEvent): void {
  const [x, y] = pointer(event, sheet.value)
  emit('press', toPlan({ x, y }))
  const thing = (event.target as Element).closest<SVGElement>('[data-thing]')
  if (!thing) chosen.value = []
  else if (!props.editable) chosen.value = [thing.dataset.thing!]
}

const bar = computed(() => {
  const step = [1, 2, 5, 10, 20, 50, 100].find((m) => m * scale.value > 60) ?? 100
  return units.value === 'us'
    ? { width: step * 3 * 0.3048 * scale.value, label: `${step * 3} ft` }
    : { width: step * scale.value, label: `${step} m` }
})
</script>

<template>
  <div class="canvas panel">
    <svg
      ref="svg"
      class="size-full select-none"
      :class="{ drawing: tool }"
      role="img"
      :aria-label="label"
      data-testid="plan"
      @click="pressed"
    >
      <defs>
        <pattern id="burns" width="0.7" height="0.7" patternUnits="userSpaceOnUse">
          <rect width="0.7" height="0.7" fill="var(--panel)" />
          <path
            d="M0 0.7 0.7 0M-0.1 0.1 0.1 -0.1M0.6 0.8 0.8 0.6"
            stroke="var(--level-caution)"
            stroke-width="0.09"
          />
        </pattern>
      </defs>
      <g ref="sheet" :transform="transform.toString()" :class="{ 'over-picture': underlay }">
        <image
          v-if="underlay"
          :href="underlay.href"
          :width="underlay.width"
          :height="underlay.height"
          :transform="underlay.transform"
          class="underlay"
          data-testid="underlay"
        />
        <PlanThing
          v-for="thing in ordered"
          :key="thing.id"
          v-memo="[asShown(thing), scale, chosenIds.has(thing.id), levels.get(thing.id)]"
          :thing="asShown(thing)"
          :scale="scale"
          :chosen="chosenIds.has(thing.id)"
          :level="levels.get(thing.id)"
        />
        <rect
          v-for="(strip, i) in strips"
          :key="`strip ${i}`"
          :x="strip.west"
          :y="-strip.north"
          :width="strip.east - strip.west"
          :height="strip.north - strip.south"
          class="strip"
        />
        <PlanName
          v-for="thing in named"
          :key="thing.id"
          v-memo="[asShown(thing), scale, magnify]"
          :thing="asShown(thing)"
          :scale="scale / magnify"
        />
        <slot name="over" :scale="scale / magnify" />
        <path
          v-for="(line, i) in lines"
          :key="i"
          :d="pathOf(line)"
          class="way"
          vector-effect="non-scaling-stroke"
        />
        <path
          v-for="(screen, i) in screens"
          :key="`screen ${i}`"
          :d="pathOf(screen)"
          class="screen"
          vector-effect="non-scaling-stroke"
        />
        <path
          v-if="sketch"
          :d="pathOf(cornersOf(sketch), sketch.type !== 'line')"
          class="sketch"
          vector-effect="non-scaling-stroke"
        />
        <circle
          v-if="knob"
          data-turn
          :cx="knob.at.x"
          :cy="-knob.at.y"
          :r="px(7)"
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
          :r="px(7)"
          class="handle"
          vector-effect="non-scaling-stroke"
        />
      </g>
      <!-- While something is in the hand nothing is looked for under it: on a large plan that takes longer than a frame. -->
      <rect v-if="moving || shown.length > 0" class="cover" width="100%" height="100%" />
      <g class="bar" aria-hidden="true">
        <path :d="`M16 16v8h${bar.width}v-8`" />
        <text x="16" y="40">{{ bar.label }}</text>
      </g>
    </svg>
    <div class="absolute right-2 bottom-2 flex gap-1 no-print">
      <UButton
        color="neutral"
        variant="outline"
        icon="i-lucide-plus"
        aria-label="Larger"
        @click="zoomBy(1.5)"
      />
      <UButton
        color="neutral"
        variant="outline"
        icon="i-lucide-minus"
        aria-label="Smaller"
        @click="zoomBy(1 / 1.5)"
      />
      <UButton
        color="neutral"
        variant="outline"
        icon="i-lucide-maximize"
        aria-label="Show all of it"
        @click="showAll"
      />
    </div>
    <slot />
  </div>
</template>

<style scoped>
.canvas {
  position: relative;
  overflow: hidden;
  touch-action: none;
  background: color-mix(in oklab, var(--ui-text) 3%, var(--ui-bg));
}
.drawing {
  cursor: crosshair;
}
.way {
  fill: none;
  stroke: var(--ui-primary);
  stroke-width: 3;
  stroke-dasharray: 9 5;
  pointer-events: none;
}
.screen {
  fill: none;
  stroke: var(--level-clear);
  stroke-width: 5;
  stroke-dasharray: 2 4;
  pointer-events: none;
}
.over-picture {
  --ground: transparent;
}
.underlay {
  opacity: 0.5;
  pointer-events: none;
}
.strip {
  fill: color-mix(in oklab, var(--level-stop) 22%, transparent);
  pointer-events: none;
}
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
}
.cover {
  fill: transparent;
  cursor: grabbing;
}
.bar path {
  fill: none;
  stroke: var(--ui-text);
  stroke-width: 2;
}
.bar text {
  fill: var(--ui-text);
  font-size: 13px;
}
</style>
