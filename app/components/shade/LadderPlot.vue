<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { SCHOOLS, type School } from '#core/shade/terms'
import { ladderFrame, rangePath, SCHOOL_LINE, stepPath } from '~/components/shade/ladder'
import type { Ladder } from '~/composables/shade/ladder'

/** The ladder drawn: rungs, the schools' lines, the helmet's reach, and the mark that can be moved. */
const props = defineProps<{
  ladder: Ladder
  ranges: readonly (readonly [number, number])[]
}>()
const emit = defineEmits<{ move: [x: number] }>()
const plot = useTemplateRef<SVGSVGElement>('plot')
const { width } = useElementSize(plot)
/** Drawn as wide as it stands, so that the figures keep their size on a phone. */
const frame = computed(() => {
  const { steps, xMax } = props.ladder
  const shades = SCHOOLS.flatMap((school) =>
    steps[school].filter((step) => step.from < xMax).map((step) => step.shade),
  )
  return ladderFrame(Math.min(900, Math.max(300, Math.round(width.value) || 640)), xMax, [
    ...shades,
    ...props.ranges.flat(),
  ])
})
const ticks = computed(() => {
  const { steps, xMax } = props.ladder
  const ends = steps.legal.flatMap((step) => [step.from, step.to])
  return [...new Set(ends.filter((value) => Number.isFinite(value) && value > 0 && value <= xMax))]
})
const legalArea = computed(() => {
  const { legal } = props.ladder.steps
  const { x, y, foot } = frame.value
  return legal.length > 0 ? `${stepPath(legal, x, y)}V${foot}H${x(legal[0]!.from)}Z` : null
})
/** The line looked at stands out; what the law asks is never faded. */
const lines = computed(() => {
  const { lines, steps, looked } = props.ladder
  const { x, y } = frame.value
  const faded = (school: School): boolean =>
    looked !== null && looked !== school && school !== 'legal'
  return lines.toReversed().map((school) => ({
    school,
    d: stepPath(steps[school], x, y),
    stroke: SCHOOL_LINE[school].stroke,
    'stroke-width': SCHOOL_LINE[school].width + (looked === school ? 2.5 : 0),
    'stroke-dasharray': SCHOOL_LINE[school].dash,
    opacity: faded(school) ? 0.35 : 1,
  }))
})
const brackets = computed(() =>
  props.ranges.map((range) => ({
    d: rangePath(range, frame.value),
    fixed: range[0] === range[1] ? range[0] : null,
    y: (frame.value.y(range[0]) + frame.value.y(range[1])) / 2 + 5,
  })),
)
const at = computed(() => ({
  x: frame.value.x(props.ladder.x ?? 0),
  y: props.ladder.shown === null ? frame.value.foot : frame.value.y(props.ladder.shown),
}))
const told = computed(() => props.ladder.x !== null && props.ladder.shown !== null)
const label = computed(() =>
  props.ladder.by === 'amps' ? 'Ladder: move the current' : 'Ladder: move the plate',
)
const valueText = computed(() => {
  const { x, shown, answer, number, axis } = props.ladder
  if (x === null) return 'Not given'
  const says = shown === null ? 'no answer' : `shade ${shown}, never under ${answer.floor}`
  return `${number(x)} ${axis.unit}: ${says}`
})

const step = computed(() => (props.ladder.by === 'amps' ? 1 : 0.5))
function moveTo(value: number): void {
  const snapped = Math.round(value / step.value) * step.value
  emit('move', Math.min(props.ladder.xMax, Math.max(step.value, snapped)))
}
function drag(event: PointerEvent): void {
  if (!props.ladder.movable || !plot.value) return
  if (event.type === 'pointermove' && event.buttons === 0) return
  if (event.type === 'pointerdown') plot.value.setPointerCapture(event.pointerId)
  const box = plot.value.getBoundingClientRect()
  moveTo(frame.value.valueAt(((event.clientX - box.left) / box.width) * frame.value.width))
}
const KEYS: Record<string, number> = {
  ArrowRight: 1,
  ArrowUp: 1,
  ArrowLeft: -1,
  ArrowDown: -1,
  PageUp: 10,
  PageDown: -10,
}
function press(event: KeyboardEvent): void {
  const ends: Record<string, number> = { Home: step.value, End: props.ladder.xMax }
  const end = ends[event.key]
  const by = KEYS[event.key]
  if (by === undefined && end === undefined) return
  event.preventDefault()
  moveTo(end ?? (props.ladder.x ?? 0) + by! * step.value * (event.shiftKey ? 10 : 1))
}
</script>

<template>
  <svg
    ref="plot"
    :viewBox="`0 0 ${frame.width} ${frame.height}`"
    class="w-full h-auto"
    :class="{ 'touch-none cursor-ew-resize': ladder.movable }"
    aria-label="Lens ladder. The same figures stand in the table below."
    role="group"
    @pointerdown="drag"
    @pointermove="drag"
  >
    <g aria-hidden="true">
      <g v-for="rung in frame.rungs" :key="rung">
        <path
          :d="`M${frame.left} ${frame.y(rung)}H${frame.right}`"
          stroke="var(--rule)"
          stroke-width="1"
        />
        <text
          :x="frame.left - 8"
          :y="frame.y(rung) + 5"
          text-anchor="end"
          font-size="15"
          fill="var(--ui-text-muted)"
        >
          {{ rung }}
        </text>
      </g>
      <path
        :d="`M${frame.left} 12V${frame.foot}M${frame.right} 12V${frame.foot}`"
        stroke="var(--ui-text-muted)"
        stroke-width="3"
      />
      <g v-for="tick in ticks" :key="tick">
        <path
          :d="`M${frame.x(tick)} ${frame.foot}v6`"
          stroke="var(--ui-text-muted)"
          stroke-width="2"
        />
        <text
          :x="frame.x(tick)"
          :y="frame.foot + 22"
          text-anchor="middle"
          font-size="15"
          fill="var(--ui-text-muted)"
        >
          {{ ladder.number(tick) }}
        </text>
      </g>
      <text
        :x="frame.right"
        :y="frame.height - 2"
        text-anchor="end"
        font-size="13"
        fill="var(--ui-text-muted)"
      >
        {{ ladder.axis.unit }}
      </text>
      <path v-if="legalArea" :d="legalArea" fill="var(--level-stop)" opacity="0.1" />
      <path v-for="{ school, ...line } in lines" :key="school" v-bind="line" fill="none" />
      <g v-for="bracket in brackets" :key="bracket.d">
        <path :d="bracket.d" fill="none" stroke="currentColor" stroke-width="3" />
        <text :x="frame.right + 27" :y="bracket.y" font-size="14" fill="currentColor">
          {{ bracket.fixed }}
        </text>
      </g>
      <path
        v-if="told"
        :d="`M${at.x} ${frame.foot}V${at.y}`"
        stroke="currentColor"
        stroke-width="2"
        stroke-dasharray="3 4"
      />
      <circle
        v-if="ladder.x !== null && ladder.answer.floor !== null"
        :cx="at.x"
        :cy="frame.y(ladder.answer.floor)"
        r="6"
        fill="var(--level-stop)"
        stroke="var(--panel)"
        stroke-width="2"
      />
    </g>
    <g
      v-if="ladder.movable"
      role="slider"
      tabindex="0"
      class="mark"
      :aria-label="label"
      :aria-valuemin="0"
      :aria-valuemax="ladder.xMax"
      :aria-valuenow="ladder.x ?? 0"
      :aria-valuetext="valueText"
      data-testid="ladder-mark"
      @keydown="press"
    >
      <path
        :d="`M${at.x} ${frame.foot - 12}v22`"
        stroke="var(--ui-primary)"
        stroke-width="6"
        stroke-linecap="round"
      />
      <circle
        :cx="at.x"
        :cy="at.y"
        r="12"
        fill="var(--arc)"
        stroke="var(--panel)"
        stroke-width="3"
      />
    </g>
    <circle
      v-else-if="told"
      :cx="at.x"
      :cy="at.y"
      r="11"
      fill="var(--arc)"
      stroke="var(--panel)"
      stroke-width="3"
      aria-hidden="true"
    />
  </svg>
</template>

<style scoped>
.mark {
  outline-offset: 4px;
}
.mark:focus-visible circle {
  stroke: var(--ui-primary);
  stroke-width: 5;
}
</style>
