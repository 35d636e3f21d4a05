<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { judgeSection, type Section, type SectionAnswer } from '#core/hood/section'
import { plumeAt } from '#core/hood/plume'
import { quantityText } from '#shared/units/units'
import { drawing, HEIGHT, type Handle } from '~/components/hood/section'
import { useUnits } from '~/composables/units'

/** Side view of arc, plume, head and hood, to scale. Drag hood, head, arc and damper, or move them with the arrow keys; the figures follow. */
const section = defineModel<Section>({ required: true })
const props = defineProps<{ disabled?: boolean }>()
const units = useUnits()
const plot = useTemplateRef<SVGSVGElement>('plot')
const { width } = useElementSize(plot)
const view = computed(() => drawing(Math.min(900, Math.max(320, Math.round(width.value) || 700))))

const judged = computed((): { answer: SectionAnswer } | { because: string } => {
  try {
    return { answer: judgeSection(section.value) }
  } catch (error) {
    return {
      because: error instanceof RangeError ? error.message : 'These sizes do not make a hood.',
    }
  }
})
const answer = computed(() => ('answer' in judged.value ? judged.value.answer : null))
const px = (x: number): number => view.value.x(x)
const py = (y: number): number => view.value.y(y)
const scale = computed(() => view.value.scale)
const text = (amount: number, unit: 'm' | 'mm' | 'm/s' | 'm3/s'): string =>
  quantityText({ amount, unit }, units.value)
const distanceText = (m: number): string => text(m * 1000, 'mm')

/** Outline of the plume, leaning with the draft, from the arc up to the top of the picture or into a hood that holds it. */
const plume = computed(() => {
  const heat = answer.value?.plume?.heat
  if (!heat) return null
  const { draft, hood } = section.value
  const held = answer.value!.mechanism !== 'neither'
  const top = held && hood.y > 0.05 ? hood.y : view.value.top
  const rows = Array.from({ length: 24 }, (_, i) => {
    const z = 0.02 + ((top - 0.02) * i) / 23
    const at = plumeAt(heat, z, Math.abs(draft))
    // Where the hood holds it by air speed, the fume is drawn to the hood as it rises.
    const pull =
      held && answer.value!.mechanism !== 'receiving'
        ? (hood.x - Math.sign(draft) * at.drift) * (z / top) ** 2
        : 0
    return { x: Math.sign(draft) * at.drift + pull, z, r: at.radius }
  })
  return [
    ...rows.map((row) => `${px(row.x - row.r).toFixed(1)} ${py(row.z).toFixed(1)}`),
    ...rows.reverse().map((row) => `${px(row.x + row.r).toFixed(1)} ${py(row.z).toFixed(1)}`),
  ].join('L')
})
/** The hood turns its face to the arc. */
const turned = computed(
  () => (Math.atan2(section.value.hood.x, section.value.hood.y) * 180) / Math.PI,
)

const moving = ref<Handle | null>(null)
const clamp = (value: number, low: number, high: number): number =>
  Math.min(high, Math.max(low, Math.round(value * 1000) / 1000))
function place(handle: Handle, x: number, y: number): void {
  if (props.disabled) return
  const { left, right, top, bottom } = view.value
  if (handle === 'damper') {
    section.value = { ...section.value, damper: clamp(x, 0, 1) }
    return
  }
  if (handle === 'arc') {
    // The arc is the origin: lifting the work lowers everything else.
    section.value = {
      ...section.value,
      hood: { ...section.value.hood, y: clamp(section.value.hood.y - y, bottom, top) },
      head: { ...section.value.head, y: clamp(section.value.head.y - y, bottom, top) },
    }
    return
  }
  const to = { x: clamp(x, left, right), y: clamp(y, bottom, top) }
  if (handle === 'hood' && Math.hypot(to.x, to.y) < 0.03) return
  section.value = { ...section.value, [handle]: to }
}
let last = { x: 0, y: 0 }
function drag(event: PointerEvent): void {
  if (!plot.value || props.disabled) return
  const box = plot.value.getBoundingClientRect()
  const at = {
    x: view.value.metresX(((event.clientX - box.left) / box.width) * view.value.width),
    y: view.value.metresY(((event.clientY - box.top) / box.height) * HEIGHT),
  }
  if (event.type === 'pointerdown') {
    const handle = (event.target as Element)
      .closest('[data-handle]')
      ?.getAttribute('data-handle') as Handle | null
    if (!handle) return
    moving.value = handle
    last = at
    plot.value.setPointerCapture(event.pointerId)
  }
  if (!moving.value) return
  if (moving.value === 'damper')
    place(
      'damper',
      (((event.clientX - box.left) / box.width) * view.value.width) / view.value.damper.width -
        view.value.damper.x / view.value.damper.width,
      0,
    )
  else if (moving.value === 'arc') {
    place('arc', 0, at.y - last.y)
    last = { x: at.x, y: at.y - (at.y - last.y) }
  } else place(moving.value, at.x, at.y)
}
const drop = (): void => {
  moving.value = null
}
const STEP = 0.01
function press(handle: Handle, event: KeyboardEvent): void {
  const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[
    event.key
  ]
  if (!by) return
  event.preventDefault()
  const step = event.shiftKey ? STEP * 10 : STEP
  if (handle === 'damper')
    return place(
      'damper',
      section.value.damper + (by[0]! + by[1]!) * (event.shiftKey ? 0.25 : 0.05),
      0,
    )
  if (handle === 'arc') return place('arc', 0, by[1]! * step)
  const at = section.value[handle]
  place(handle, at.x + by[0]! * step, at.y + by[1]! * step)
}
const handleText = computed(() => ({
  hood: `Hood, ${distanceText(answer.value?.distance ?? 0)} from the arc, ${text(answer.value?.velocity ?? 0, 'm/s')} at the arc`,
  head: `Head, ${distanceText(Math.hypot(section.value.head.x, section.value.head.y))} from the arc${answer.value?.headInPlume ? ', in the plume' : ''}`,
  damper: `Damper ${Math.round(section.value.damper * 100)} % open`,
  arc: 'Arc: up and down moves the work',
}))
const HOLDS = {
  both: 'Captures and receives',
  capturing: 'Captures',
  receiving: 'Receives only',
  neither: 'Holds nothing',
} as const
const scaleBar = computed(() =>
  units.value === 'us' ? { metres: 0.3048, label: '1 ft' } : { metres: 0.25, label: '250 mm' },
)
</script>

<template>
  <div class="space-y-3">
    <div class="grid grid-cols-1 md:grid-cols-[minmax(0,12rem)_minmax(0,1fr)] gap-4 items-start">
      <div class="flex md:flex-col gap-x-6 gap-y-3 flex-wrap" aria-live="polite">
        <p class="leading-none">
          <span class="muted block mb-1">At the arc</span>
          <span class="plate block text-6xl" data-testid="arc-velocity">
            {{ answer ? text(answer.velocity, 'm/s').split(' ')[0] : '–' }}
          </span>
          <span class="block font-semibold mt-1">
            {{ units === 'us' ? 'fpm, 100 needed' : 'm/s, 0.51 needed' }}
          </span>
        </p>
        <p v-if="answer" class="font-semibold flex items-center gap-2" data-testid="mechanism">
          <FindingMark
            :level="
              answer.mechanism === 'neither'
                ? 'stop'
                : answer.mechanism === 'receiving'
                  ? 'caution'
                  : 'clear'
            "
            :size="22"
          />
          {{ HOLDS[answer.mechanism] }}
        </p>
        <p v-if="answer" data-testid="window">
          <span class="muted block">Window for the hood</span>
          <span class="font-semibold">
            {{
              answer.window
                ? `${distanceText(answer.window.from)} to ${distanceText(answer.window.to)}`
                : 'None: too little flow'
            }}
          </span>
        </p>
        <p v-if="answer">
          <span class="muted block">Stands at</span>
          <span class="font-semibold">{{ distanceText(answer.distance) }}</span>
        </p>
        <p v-if="answer?.plume?.breaksAt">
          <span class="muted block">A draft that breaks it</span>
          <span class="font-semibold">{{ text(answer.plume.breaksAt, 'm/s') }}</span>
        </p>
      </div>
      <svg
        ref="plot"
        :viewBox="`0 0 ${view.width} ${HEIGHT}`"
        class="w-full h-auto bg-(--ui-bg) border border-(--rule)"
        :class="{ 'touch-none': !disabled }"
        role="group"
        aria-label="Plume section, side view to scale. Hood, head, arc and damper can be moved with the arrow keys."
        data-testid="plume-section"
        @pointerdown="drag"
        @pointermove="drag"
        @pointerup="drop"
        @pointercancel="drop"
      >
        <g aria-hidden="true">
          <path :d="`M0 ${py(0)}H${view.width}`" stroke="var(--rule)" stroke-width="2" />
          <path
            :d="`M${px(-0.55)} ${py(-0.015)}H${px(0.55)}v10H${px(-0.55)}Z`"
            fill="var(--ui-text-muted)"
            opacity="0.55"
          />
          <template v-if="answer">
            <circle
              v-if="answer.captureEnds !== null"
              :cx="px(0)"
              :cy="py(0)"
              :r="answer.captureEnds * scale"
              fill="var(--level-clear)"
              opacity="0.08"
            />
            <circle
              v-if="answer.captureEnds !== null"
              :cx="px(0)"
              :cy="py(0)"
              :r="answer.captureEnds * scale"
              fill="none"
              stroke="var(--level-clear)"
              stroke-width="2"
              stroke-dasharray="9 5"
            />
            <circle
              v-if="answer.gasZone !== null"
              :cx="px(0)"
              :cy="py(0)"
              :r="answer.gasZone * scale"
              fill="var(--level-stop)"
              opacity="0.14"
            />
            <circle
              v-if="answer.gasZone !== null"
              :cx="px(0)"
              :cy="py(0)"
              :r="answer.gasZone * scale"
              fill="none"
              stroke="var(--level-stop)"
              stroke-width="2"
              stroke-dasharray="3 4"
            />
          </template>
          <path
            v-if="plume"
            :d="`M${plume}Z`"
            :fill="answer?.mechanism === 'neither' ? 'var(--level-stop)' : 'var(--ui-text-muted)'"
            :opacity="answer?.mechanism === 'neither' ? 0.35 : 0.3"
          />
          <g
            v-if="section.draft !== 0"
            :transform="`translate(${section.draft > 0 ? 24 : view.width - 24} 34)`"
          >
            <path
              :d="`M0 0h${section.draft > 0 ? 54 : -54}m${section.draft > 0 ? -12 : 12} -8l${section.draft > 0 ? 12 : -12} 8l${section.draft > 0 ? -12 : 12} 8`"
              fill="none"
              stroke="var(--ui-primary)"
              stroke-width="3"
            />
            <text
              x="0"
              y="26"
              font-size="14"
              fill="currentColor"
              :text-anchor="section.draft > 0 ? 'start' : 'end'"
            >
              draft {{ text(Math.abs(section.draft), 'm/s') }}
            </text>
          </g>
          <g :transform="`translate(${view.width - scaleBar.metres * scale - 16} ${HEIGHT - 14})`">
            <path
              :d="`M0 -6v6h${scaleBar.metres * scale}v-6`"
              fill="none"
              stroke="currentColor"
              stroke-width="2"
            />
            <text
              :x="(scaleBar.metres * scale) / 2"
              y="-10"
              text-anchor="middle"
              font-size="13"
              fill="currentColor"
            >
              {{ scaleBar.label }}
            </text>
          </g>
          <text
            v-if="answer && answer.captureEnds !== null && answer.captureEnds * scale < HEIGHT"
            :x="px(0) - answer.captureEnds * scale * 0.72 - 6"
            :y="py(0) - answer.captureEnds * scale * 0.72"
            text-anchor="end"
            font-size="13"
            fill="var(--level-clear)"
          >
            {{ units === 'us' ? '100 fpm' : '0.5 m/s' }} ends
          </text>
          <text
            v-if="answer && answer.gasZone !== null"
            :x="px(0)"
            :y="py(0) + answer.gasZone * scale + 16"
            text-anchor="middle"
            font-size="13"
            fill="var(--level-stop)"
          >
            nearer steals the gas
          </text>
        </g>
        <g
          :data-handle="disabled ? undefined : 'arc'"
          role="slider"
          :tabindex="disabled ? -1 : 0"
          aria-label="Arc height"
          :aria-valuetext="handleText.arc"
          :aria-valuenow="0"
          class="handle"
          @keydown="press('arc', $event)"
        >
          <circle :cx="px(0)" :cy="py(0)" r="16" fill="var(--arc)" opacity="0.3" />
          <circle :cx="px(0)" :cy="py(0)" r="7" fill="var(--arc)" />
          <path :d="`M${px(0)} ${py(0)}l-26 -34`" stroke="currentColor" stroke-width="3" />
        </g>
        <g
          :data-handle="disabled ? undefined : 'hood'"
          role="slider"
          :tabindex="disabled ? -1 : 0"
          aria-label="Hood"
          :aria-valuenow="Math.round((answer?.distance ?? 0) * 1000)"
          :aria-valuetext="handleText.hood"
          class="handle"
          data-testid="hood-handle"
          :transform="`translate(${px(section.hood.x)} ${py(section.hood.y)}) rotate(${turned})`"
          @keydown="press('hood', $event)"
        >
          <path
            :d="`M${(-section.opening / 2) * scale} 0H${(section.opening / 2) * scale}L${(section.duct / 2) * scale} -42V-74H${(-section.duct / 2) * scale}V-42Z`"
            fill="var(--panel)"
            stroke="currentColor"
            stroke-width="3"
          />
          <path
            v-if="section.shape.startsWith('flanged')"
            :d="`M${(-section.opening / 2) * scale - 20} 0H${(section.opening / 2) * scale + 20}`"
            stroke="currentColor"
            stroke-width="5"
          />
          <path
            :d="`M${(-section.duct / 2) * scale} -58L${(section.duct / 2) * scale} ${-58 - section.duct * scale * section.damper}`"
            stroke="var(--ui-primary)"
            stroke-width="4"
          />
          <path d="M-9 -20h18M0 -29v18" stroke="var(--ui-primary)" stroke-width="3" />
        </g>
        <g
          :data-handle="disabled ? undefined : 'head'"
          role="slider"
          :tabindex="disabled ? -1 : 0"
          aria-label="Head"
          :aria-valuenow="Math.round(Math.hypot(section.head.x, section.head.y) * 1000)"
          :aria-valuetext="handleText.head"
          class="handle"
          data-testid="head-handle"
          :transform="`translate(${px(section.head.x)} ${py(section.head.y)})`"
          @keydown="press('head', $event)"
        >
          <path
            :d="`M${-0.11 * scale} ${0.02 * scale}a${0.11 * scale} ${0.13 * scale} 0 1 1 ${0.22 * scale} 0l${-0.02 * scale} ${0.13 * scale}h${-0.14 * scale}Z`"
            :fill="answer?.headInPlume ? 'var(--level-stop)' : 'var(--panel)'"
            stroke="currentColor"
            stroke-width="3"
          />
          <path
            :d="`M${0.02 * scale} ${-0.02 * scale}h${0.09 * scale}v${0.05 * scale}h${-0.09 * scale}Z`"
            fill="var(--ui-primary)"
          />
        </g>
        <g
          :data-handle="disabled ? undefined : 'damper'"
          role="slider"
          :tabindex="disabled ? -1 : 0"
          aria-label="Damper"
          aria-valuemin="0"
          aria-valuemax="100"
          :aria-valuenow="Math.round(section.damper * 100)"
          :aria-valuetext="handleText.damper"
          class="handle"
          data-testid="damper-handle"
          @keydown="press('damper', $event)"
        >
          <rect
            :x="view.damper.x - 10"
            :y="HEIGHT - 44"
            :width="view.damper.width + 20"
            height="40"
            fill="transparent"
          />
          <path
            :d="`M${view.damper.x} ${HEIGHT - 16}h${view.damper.width}`"
            stroke="var(--rule)"
            stroke-width="6"
            stroke-linecap="round"
          />
          <circle
            :cx="view.damper.x + section.damper * view.damper.width"
            :cy="HEIGHT - 16"
            r="11"
            fill="var(--ui-primary)"
            stroke="var(--panel)"
            stroke-width="3"
          />
          <text :x="view.damper.x" :y="HEIGHT - 32" font-size="13" fill="currentColor">
            damper {{ Math.round(section.damper * 100) }} %
          </text>
        </g>
      </svg>
    </div>
    <p v-if="'because' in judged" role="alert" class="edge edge-unknown py-2 px-3 font-semibold">
      No answer: {{ judged.because }}
    </p>
    <dl v-if="answer" class="grid grid-cols-2 sm:grid-cols-4 gap-x-6 gap-y-2 text-sm">
      <div>
        <dt class="muted">Flow after the damper</dt>
        <dd class="font-semibold">{{ text(answer.flow, 'm3/s') }}</dd>
      </div>
      <div>
        <dt class="muted">In the duct</dt>
        <dd class="font-semibold">{{ text(answer.duct, 'm/s') }}</dd>
      </div>
      <div>
        <dt class="muted">Regulation's table here</dt>
        <dd class="font-semibold">
          {{
            answer.table
              ? `${text(answer.table.flow, 'm3/s')}, ${distanceText(answer.table.duct)} duct`
              : 'no answer beyond 12 in'
          }}
        </dd>
      </div>
      <div v-if="answer.plume">
        <dt class="muted">Plume at the hood</dt>
        <dd class="font-semibold">
          {{
            answer.plume.atHood
              ? `${text(answer.plume.atHood.flow, 'm3/s')}, ${text(answer.plume.needed!, 'm3/s')} wanted`
              : 'not over the arc'
          }}
        </dd>
      </div>
    </dl>
    <FindingList v-if="answer" :findings="answer.findings" />
  </div>
</template>

<style scoped>
.handle {
  cursor: grab;
  outline-offset: 6px;
}
.handle:focus-visible {
  outline: 3px solid var(--ui-primary);
}
</style>
