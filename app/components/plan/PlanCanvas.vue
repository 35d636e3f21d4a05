<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { drag } from 'd3-drag'
import { pointer, select } from 'd3-selection'
import type { ThingKind } from '#core/plan/kinds.table'
import { PLAN_KINDS } from '#core/plan/kinds.table'
import { drawn, moved, reshaped, snapped, turned } from '#core/plan/move'
import type { Point, Shape, Thing } from '#core/plan/plan'
import { cornersOf, middleOf, type Extent } from '#core/plan/shape'
import { pathOf } from '~/components/plan/drawing'
import type { Underlay } from '~/components/plan/PlanSheet.vue'
import { useCarried } from '~/composables/plan/carried'
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
    underlay?: Underlay | null
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
/** Whether the hand holds what it pressed, and may yet pull it. */
const pressing = defineModel<boolean>('pressing', { default: false })
const emit = defineEmits<{ draw: [shape: Shape]; put: [things: Thing[]]; press: [at: Point] }>()
const units = useUnits()
const stage = useTemplateRef<HTMLDivElement>('stage')
const sheet = useTemplateRef<SVGGElement>('sheet')

const things = computed(() => props.things)
/** What is taken hold of. */
const HELD_BY = '[data-thing], [data-handle], [data-turn]'
const onThing = (event: Event): boolean => Boolean((event.target as Element).closest(HELD_BY))
const { transform, scale, carried, showAll, show, zoomBy } = usePlanView(stage, things, (event) => {
  if (event.type === 'wheel') return true
  if (!props.editable) return true
  return props.tool === null && !onThing(event)
})
useCarried(useTemplateRef<HTMLDivElement>('page'), carried)
defineExpose({ showAll })
watch(
  () => props.focus?.id,
  () => props.focus && show(props.focus),
)
onMounted(() => props.focus && show(props.focus))

/** What is being dragged or drawn is shown before it is kept: things, and how far they are carried, m. */
interface InHand {
  things: readonly Thing[]
  by: Point
}
const NOTHING: readonly Thing[] = []
const NOT_CARRIED: Point = { x: 0, y: 0 }
const inHand = shallowRef<InHand | null>(null)
const sketch = shallowRef<Shape | null>(null)
/** Pixels; the page has its y downwards. */
const handCarried = computed(() => {
  if (!inHand.value) return null
  const { x, y } = inHand.value.by
  return { x: x * scale.value, y: -y * scale.value }
})
useCarried(useTemplateRef<SVGSVGElement>('hand'), handCarried)
const chosenIds = computed(() => new Set(chosen.value))
const shown = computed(() => inHand.value?.things ?? NOTHING)
/** Those that are dragged, by name: at each move they are others, and yet the same. */
const heldIds = computed(() => shown.value.map(({ id }) => id).join())
const held = computed(() => new Set(heldIds.value.split(',')))
const only = computed(() => {
  const [id] = chosen.value
  if (!props.editable || chosen.value.length !== 1) return null
  const isIt = (thing: Thing): boolean => thing.id === id
  return shown.value.find(isIt) ?? props.things.find(isIt) ?? null
})

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
    // The corner is pulled, not the handle beyond it.
    const corner = cornersOf(only.value.shape)[index]!
    return { x: corner.x, y: -corner.y, what: 'handle', thing: only.value, index, others }
  }
  if (props.tool !== null) {
    const others = othersCorners()
    return { x, y, what: 'sketch', from: snapped(toPlan({ x, y }), others, props.grid), others }
  }
  const id = target.closest<SVGElement>('[data-thing]')!.dataset.thing!
  const ids = chosenWith(id, event.sourceEvent)
  chosen.value = ids
  return {
    x,
    y,
    what: 'things',
    from: { x, y },
    things: props.things.filter((thing) => ids.includes(thing.id)),
    others: othersCorners(ids),
  }
}

/** A press chooses; with the shift key it adds or leaves out. What is dragged is known at once, what is chosen only when whoever keeps it has heard. */
function chosenWith(id: string, event: Event): string[] {
  const isChosen = chosen.value.includes(id)
  if (!(event as MouseEvent).shiftKey) return isChosen ? chosen.value : [id]
  return isChosen ? chosen.value.filter((one) => one !== id) : [...chosen.value, id]
}

/** How far things are carried: they are drawn to others by the first corner of the first of them. */
function carriedTo(subject: Extract<Subject, { what: 'things' }>, at: Dragged): Point {
  const [first] = subject.things
  if (!first) return NOT_CARRIED
  const corner = cornersOf(first.shape)[0]!
  const off = { x: at.x - subject.from.x, y: -(at.y - subject.from.y) }
  const to = snapped({ x: corner.x + off.x, y: corner.y + off.y }, subject.others, props.grid)
  return { x: to.x - corner.x, y: to.y - corner.y }
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

/** By Escape what is in the hand is let go, and stays what it was. */
let isGivenUp = false
useEventListener(
  window,
  'keydown',
  (event) => {
    if (event.key !== 'Escape' || (!inHand.value && !sketch.value)) return
    // It ends the pull alone: what is chosen stays chosen.
    event.stopImmediatePropagation()
    isGivenUp = true
    putDown()
  },
  { capture: true },
)
function putDown(): void {
  sketch.value = null
  inHand.value = null
}

function onDrag(event: Dragged & { subject: Subject }): void {
  if (isGivenUp) return
  const { subject } = event
  if (subject.what === 'things')
    inHand.value = { things: subject.things, by: carriedTo(subject, event) }
  else if (subject.what === 'handle') {
    const to = snapped(toPlan(event), subject.others, props.grid)
    const shape = reshaped(subject.thing.shape, subject.index, to)
    inHand.value = { things: [{ ...subject.thing, shape }], by: NOT_CARRIED }
  } else if (subject.what === 'turn')
    inHand.value = { things: [turnedTo(subject.thing, toPlan(event))], by: NOT_CARRIED }
  else {
    const to = snapped(toPlan(event), subject.others, props.grid)
    sketch.value = drawn(PLAN_KINDS[props.tool!].shape, subject.from, to)
  }
}

function thingsWhereCarried(): Thing[] {
  if (!inHand.value) return []
  const { things: those, by } = inHand.value
  return those.map((thing) => ({ ...thing, shape: moved(thing.shape, by) }))
}

function onEnd(): void {
  if (sketch.value) emit('draw', sketch.value)
  const before = new Map(props.things.map((thing) => [thing.id, thing]))
  const changed = thingsWhereCarried().filter(
    (thing) => JSON.stringify(thing.shape) !== JSON.stringify(before.get(thing.id)?.shape),
  )
  if (changed.length > 0) emit('put', changed)
  putDown()
}

onMounted(() => {
  if (!props.editable || !stage.value) return
  const behaviour = drag<HTMLDivElement, unknown>()
    .container(() => sheet.value!)
    .filter((event: MouseEvent) => event.button === 0 && (props.tool !== null || onThing(event)))
    .subject(subjectOf)
    .on('start', () => {
      isGivenUp = false
      pressing.value = true
    })
    .on('drag', onDrag)
    .on('end', () => {
      onEnd()
      pressing.value = false
    })
  select(stage.value).call(behaviour)
})

/** What a press began on: the handles of a small thing, once it is chosen, come to lie under the hand. */
let begunOn: Element | null = null
function begin(event: PointerEvent): void {
  begunOn = event.target as Element
}

function pressed(event: MouseEvent): void {
  const [x, y] = pointer(event, sheet.value)
  emit('press', toPlan({ x, y }))
  if (!begunOn?.closest(HELD_BY)) chosen.value = []
  else if (!props.editable)
    chosen.value = [begunOn.closest<SVGElement>('[data-thing]')!.dataset.thing!]
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
    <div
      ref="stage"
      class="absolute inset-0 select-none"
      :class="{ drawing: tool }"
      role="img"
      :aria-label="label"
      data-testid="plan"
      @pointerdown="begin"
      @click="pressed"
    >
      <!-- Carried as it is while it is moved, and what is in the hand is drawn over it: thousands of things are not painted again at each move. -->
      <div ref="page" class="absolute inset-0" :class="{ carried }">
        <svg class="size-full">
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
          <g ref="sheet" :transform="transform.toString()" :class="{ groundless: underlay }">
            <PlanSheet
              :things="props.things"
              :levels="levels"
              :chosen="chosenIds"
              :held="held"
              :strips="strips"
              :underlay="underlay"
              :scale="scale"
              :magnify="magnify"
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
          </g>
        </svg>
        <svg
          v-if="editable"
          ref="hand"
          class="hand absolute inset-0 size-full groundless"
          :class="{ pulled: inHand || sketch }"
        >
          <g :transform="transform.toString()">
            <PlanHand
              :things="shown"
              :levels="levels"
              :sketch="sketch"
              :only="only"
              :scale="scale"
              :magnify="magnify"
            />
          </g>
        </svg>
      </div>
      <!-- While something is in the hand nothing is looked for under it: on a large plan that takes longer than a frame. -->
      <div v-if="carried || inHand" class="absolute inset-0 cursor-grabbing" />
    </div>
    <svg class="bar" :width="bar.width + 32" height="44" aria-hidden="true">
      <path :d="`M16 16v8h${bar.width}v-8`" />
      <text x="16" y="40">{{ bar.label }}</text>
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
/* What lies beyond the edges comes into view. */
.carried svg,
.pulled {
  overflow: visible;
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
/* What lies under it is still seen. */
.groundless {
  --ground: transparent;
}
.hand {
  pointer-events: none;
}
.pulled {
  will-change: transform;
}
.bar {
  position: absolute;
  inset: 0 auto auto 0;
  pointer-events: none;
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
