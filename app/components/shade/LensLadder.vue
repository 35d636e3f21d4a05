<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { byPlate, isArc } from '#core/job/job'
import type { ShadeQuery } from '#core/shade/school'
import { SCHOOL_NAME, SCHOOL_OF, SCHOOLS, type School } from '#core/shade/terms'
import { assignShade } from '#core/shade/shade'
import { shadeSteps } from '#core/shade/steps'
import type { ShopRules } from '#core/assessment/assess'
import { display } from '#shared/units/units'
import { ladderTable, SCHOOL_LINE, stepPath } from '~/components/shade/ladder'
import { useUnits } from '~/composables/units'
import { joined } from '~/components/frame/joined'

/** Current (or plate) across, shade up: the four schools as step lines, the helmet's reach as a bracket, the answer as one numeral. Drag the mark, or move it with the arrow keys. */
const props = defineProps<{
  query: ShadeQuery
  rules: ShopRules
  wanted?: number | null
  ranges?: readonly (readonly [number, number])[] | null
  disabled?: boolean
}>()
const emit = defineEmits<{ move: [x: number] }>()
const units = useUnits()

const answer = computed(() => assignShade(props.query, props.rules))
const by = computed(() => (isArc(props.query.process) ? ('amps' as const) : ('thickness' as const)))
const x = computed(() => props.query[by.value])
const movable = computed(
  () => !props.disabled && (isArc(props.query.process) || byPlate(props.query.process)),
)
const steps = computed(() => shadeSteps(props.query, props.rules.house))
const lines = computed(() => SCHOOLS.filter((school) => steps.value[school].length > 0))

/** A school looked at for a moment; the shop's own choice stays what it is. */
const looked = ref<School | null>(null)
watch(
  () => props.query.process,
  () => {
    looked.value = null
  },
)
const said = computed(
  () => answer.value.schools.find((entry) => entry.school === looked.value) ?? null,
)
const shown = computed(() =>
  said.value ? said.value.shade : (props.wanted ?? answer.value.working),
)
const look = (school: School): void => {
  looked.value = looked.value === school ? null : school
}

const xMax = computed(() => {
  if (by.value === 'thickness') return props.query.process === 'OFC' ? 200 : 25
  const ends = steps.value.legal.flatMap((step) => [step.from, step.to]).filter(Number.isFinite)
  return Math.max(...ends, 100)
})
const shades = computed(() => [
  ...SCHOOLS.flatMap((school) =>
    steps.value[school].filter((step) => step.from < xMax.value).map((step) => step.shade),
  ),
  ...(shown.value === null ? [] : [shown.value]),
])
const low = computed(
  () => Math.min(...shades.value, 14, ...(props.ranges ?? []).map((range) => range[0])) - 1,
)
const high = computed(
  () => Math.max(...shades.value, 3, ...(props.ranges ?? []).map((range) => range[1])) + 1,
)

const plot = useTemplateRef<SVGSVGElement>('plot')
const { width } = useElementSize(plot)
/** Drawn as wide as it stands, so that the figures keep their size on a phone. */
const W = computed(() => Math.min(900, Math.max(300, Math.round(width.value) || 640)))
const H = 300
const left = 36
const right = computed(() => W.value - 46)
const px = (value: number): number =>
  left + Math.min(1, Math.max(0, value / xMax.value)) * (right.value - left)
const py = (shade: number): number =>
  262 - (Math.max(0, shade - low.value) / (high.value - low.value)) * 240
const rungs = computed(() =>
  Array.from({ length: high.value - low.value + 1 }, (_, i) => low.value + i),
)
const axis = computed(() => display(by.value === 'amps' ? 'A' : 'mm', units.value))
const ticks = computed(() => [
  ...new Set(
    steps.value.legal
      .flatMap((step) => [step.from, step.to])
      .filter((value) => Number.isFinite(value) && value > 0 && value <= xMax.value),
  ),
])
const number = (value: number): string => String(Math.round(axis.value.from(value) * 100) / 100)
const spanText = (from: number, to: number): string =>
  `${from === 0 ? 'under' : number(from)}${Number.isFinite(to) ? ` ${from === 0 ? '' : 'to '}${number(to)}` : ' and over'} ${axis.value.unit}`
const table = computed(() => ladderTable(steps.value))
const valueText = computed(() =>
  x.value === null
    ? 'Not given'
    : `${number(x.value)} ${axis.value.unit}: ${answer.value.working === null ? 'no answer' : `shade ${props.wanted ?? answer.value.working}, never under ${answer.value.floor}`}`,
)

const step = computed(() => (by.value === 'amps' ? 1 : 0.5))
function moveTo(value: number): void {
  const snapped = Math.round(value / step.value) * step.value
  emit('move', Math.min(xMax.value, Math.max(step.value, snapped)))
}
function drag(event: PointerEvent): void {
  if (!movable.value || !plot.value || (event.type === 'pointermove' && event.buttons === 0)) return
  if (event.type === 'pointerdown')
    (event.currentTarget as Element).setPointerCapture(event.pointerId)
  const box = plot.value.getBoundingClientRect()
  moveTo(
    ((((event.clientX - box.left) / box.width) * W.value - left) / (right.value - left)) *
      xMax.value,
  )
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
  const by = KEYS[event.key]
  const ends: Record<string, number> = { Home: step.value, End: xMax.value }
  const end = ends[event.key] ?? null
  if (by === undefined && end === null) return
  event.preventDefault()
  moveTo(end ?? (x.value ?? 0) + by! * step.value * (event.shiftKey ? 10 : 1))
}
</script>

<template>
  <div class="grid grid-cols-1 md:grid-cols-[minmax(0,11rem)_minmax(0,1fr)] gap-4 items-start">
    <div class="flex md:flex-col gap-4 items-end md:items-start">
      <p class="leading-none" aria-live="polite">
        <span class="muted block mb-1">
          {{
            said
              ? `${SCHOOL_NAME[said.school]} says`
              : answer.need === 'filter'
                ? 'Start at shade'
                : 'Shade'
          }}
        </span>
        <span class="plate block text-[7.5rem]" data-testid="shade-answer">{{ shown ?? '–' }}</span>
        <span class="block text-lg font-semibold mt-2">
          {{
            said?.because
              ? said.because
              : answer.need === 'impact'
                ? 'none for grinding'
                : answer.need === 'light'
                  ? 'glasses, or 2 to 3'
                  : answer.need === 'laser'
                    ? 'not by shade'
                    : answer.floor === null
                      ? 'No answer'
                      : `never under ${answer.floor}`
          }}
        </span>
      </p>
      <ArcView :shade="shown" />
    </div>
    <div v-if="lines.length > 0" class="min-w-0">
      <svg
        ref="plot"
        :viewBox="`0 0 ${W} ${H}`"
        class="w-full h-auto"
        :class="{ 'touch-none cursor-ew-resize': movable }"
        aria-label="Lens ladder. The same figures stand in the table below."
        role="group"
        @pointerdown="drag"
        @pointermove="drag"
      >
        <g aria-hidden="true">
          <g v-for="rung in rungs" :key="rung">
            <path :d="`M${left} ${py(rung)}H${right}`" stroke="var(--rule)" stroke-width="1" />
            <text
              :x="left - 8"
              :y="py(rung) + 5"
              text-anchor="end"
              font-size="15"
              fill="var(--ui-text-muted)"
            >
              {{ rung }}
            </text>
          </g>
          <path
            :d="`M${left} 12V${262}M${right} 12V262`"
            stroke="var(--ui-text-muted)"
            stroke-width="3"
          />
          <g v-for="tick in ticks" :key="tick">
            <path :d="`M${px(tick)} 262v6`" stroke="var(--ui-text-muted)" stroke-width="2" />
            <text
              :x="px(tick)"
              y="284"
              text-anchor="middle"
              font-size="15"
              fill="var(--ui-text-muted)"
            >
              {{ number(tick) }}
            </text>
          </g>
          <text :x="right" y="298" text-anchor="end" font-size="13" fill="var(--ui-text-muted)">
            {{ axis.unit }}
          </text>
          <path
            v-if="steps.legal.length > 0"
            :d="`${stepPath(steps.legal, px, py)}V262H${px(steps.legal[0]!.from)}Z`"
            fill="var(--level-stop)"
            opacity="0.1"
          />
          <path
            v-for="school in [...lines].reverse()"
            :key="school"
            :d="stepPath(steps[school], px, py)"
            fill="none"
            :stroke="SCHOOL_LINE[school].stroke"
            :stroke-width="SCHOOL_LINE[school].width + (looked === school ? 2.5 : 0)"
            :stroke-dasharray="SCHOOL_LINE[school].dash"
            :opacity="looked && looked !== school && school !== 'legal' ? 0.35 : 1"
          />
          <g v-for="(range, i) in ranges ?? []" :key="i">
            <path
              :d="`M${right + 8} ${py(range[0]) + (range[0] === range[1] ? 5 : 0)}h14V${py(range[1]) - (range[0] === range[1] ? 5 : 0)}h-14`"
              fill="none"
              stroke="currentColor"
              stroke-width="3"
            />
            <text
              :x="right + 27"
              :y="(py(range[0]) + py(range[1])) / 2 + 5"
              font-size="14"
              fill="currentColor"
            >
              {{ range[0] === range[1] ? range[0] : '' }}
            </text>
          </g>
          <path
            v-if="x !== null && shown !== null"
            :d="`M${px(x)} 262V${py(shown)}`"
            stroke="currentColor"
            stroke-width="2"
            stroke-dasharray="3 4"
          />
          <circle
            v-if="x !== null && answer.floor !== null"
            :cx="px(x)"
            :cy="py(answer.floor)"
            r="6"
            fill="var(--level-stop)"
            stroke="var(--panel)"
            stroke-width="2"
          />
        </g>
        <g
          v-if="movable"
          role="slider"
          tabindex="0"
          class="mark"
          :aria-label="by === 'amps' ? 'Ladder: move the current' : 'Ladder: move the plate'"
          :aria-valuemin="0"
          :aria-valuemax="xMax"
          :aria-valuenow="x ?? 0"
          :aria-valuetext="valueText"
          data-testid="ladder-mark"
          @keydown="press"
        >
          <path
            :d="`M${px(x ?? 0)} 250v22`"
            stroke="var(--ui-primary)"
            stroke-width="6"
            stroke-linecap="round"
          />
          <circle
            :cx="px(x ?? 0)"
            :cy="shown === null ? 262 : py(shown)"
            r="12"
            fill="var(--arc)"
            stroke="var(--panel)"
            stroke-width="3"
          />
        </g>
        <circle
          v-else-if="x !== null && shown !== null"
          :cx="px(x)"
          :cy="py(shown)"
          r="11"
          fill="var(--arc)"
          stroke="var(--panel)"
          stroke-width="3"
          aria-hidden="true"
        />
      </svg>
      <div class="grid grid-cols-1 sm:grid-cols-2 gap-1.5 mt-1" role="group" aria-label="Schools">
        <button
          v-for="entry in answer.schools"
          :key="entry.school"
          type="button"
          class="school"
          :aria-pressed="looked === entry.school"
          @click="look(entry.school)"
        >
          <svg width="30" height="10" aria-hidden="true">
            <path
              d="M0 5h30"
              :stroke="SCHOOL_LINE[entry.school].stroke"
              :stroke-width="SCHOOL_LINE[entry.school].width"
              :stroke-dasharray="SCHOOL_LINE[entry.school].dash"
            />
          </svg>
          <span class="text-left leading-tight">
            <span class="font-semibold block">{{ SCHOOL_NAME[entry.school] }}</span>
            <span class="muted text-sm block">
              {{ joined(SCHOOL_OF[entry.school], rules.school === entry.school && 'in use here') }}
            </span>
          </span>
          <span class="plate text-3xl ml-auto pl-2">{{ entry.shade ?? '–' }}</span>
        </button>
      </div>
      <p v-if="ranges?.length" class="text-sm mt-1">
        <svg width="14" height="12" aria-hidden="true" class="inline mr-1">
          <path d="M2 1h8v10h-8" fill="none" stroke="currentColor" stroke-width="2.5" />
        </svg>
        what the helmet reaches
      </p>
      <details class="text-sm">
        <summary class="cursor-pointer muted underline underline-offset-2 py-1">
          The same as a table
        </summary>
        <div class="overflow-x-auto">
          <table class="list max-w-2xl">
            <caption class="sr-only">Shade by school</caption>
            <thead>
              <tr>
                <th scope="col">{{ by === 'amps' ? 'Current' : 'Plate' }}</th>
                <th v-for="school in SCHOOLS" :key="school" scope="col">
                  {{ SCHOOL_NAME[school] }}
                </th>
              </tr>
            </thead>
            <tbody>
              <tr
                v-for="row in table"
                :key="row.from"
                :class="{ 'font-bold': x !== null && x >= row.from && x < row.to }"
              >
                <th scope="row" class="!text-current">{{ spanText(row.from, row.to) }}</th>
                <td v-for="school in SCHOOLS" :key="school">
                  {{ row.shades[school] ?? 'says nothing' }}
                </td>
              </tr>
            </tbody>
          </table>
        </div>
      </details>
    </div>
    <p v-else class="muted">
      {{
        answer.need === 'impact'
          ? 'Grinding has no arc. Clear impact-rated glasses under a face shield.'
          : answer.need === 'laser'
            ? 'A laser is judged by optical density, not by shade. Its figures stand below.'
            : 'The tables have no rows for this process.'
      }}
    </p>
  </div>
</template>

<style scoped>
.school {
  display: flex;
  align-items: center;
  gap: 0.6rem;
  min-height: 3rem;
  padding: 0.15rem 0.7rem;
  border: 1px solid var(--rule);
  border-radius: 2px;
  background: var(--panel);
  cursor: pointer;
}
.school:hover {
  border-color: var(--ui-primary);
}
.school[aria-pressed='true'] {
  border-color: var(--ui-primary);
  box-shadow: inset 0 0 0 2px var(--ui-primary);
}
.mark {
  outline-offset: 4px;
}
.mark:focus-visible circle {
  stroke: var(--ui-primary);
  stroke-width: 5;
}
</style>
