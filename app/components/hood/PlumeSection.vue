<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import type { Section } from '#core/hood/section'
import { drawing, headPaths, HEIGHT, hoodPaths } from '~/components/hood/section'
import { useSectionMove } from '~/composables/hood/move'
import { useSection } from '~/composables/hood/section'
import { useSectionText } from '~/composables/hood/section-text'

/** Side view of arc, plume, head and hood, to scale. Drag hood, head, arc and damper, or move them with the arrow keys; the figures follow. */
const section = defineModel<Section>({ required: true })
const props = defineProps<{ disabled?: boolean }>()
const plot = useTemplateRef<SVGSVGElement>('plot')
const { width } = useElementSize(plot)
const view = computed(() => drawing(Math.min(900, Math.max(320, Math.round(width.value) || 700))))
const { answer, because } = useSection(section)
const { text, distanceText } = useSectionText()
const { drag, drop, press } = useSectionMove(section, plot, view, () => props.disabled)

const arc = computed(() => ({ x: view.value.x(0), y: view.value.y(0) }))
const headDistance = computed(() => Math.hypot(section.value.head.x, section.value.head.y))
const millimetres = (metres: number): number => Math.round(metres * 1000)
const open = computed(() => Math.round(section.value.damper * 100))
const says = computed(() => {
  const { distance = 0, velocity = 0, headInPlume = false } = answer.value ?? {}
  const head = `Head, ${distanceText(headDistance.value)} from the arc`
  return {
    hood: `Hood, ${distanceText(distance)} from the arc, ${text(velocity, 'm/s')} at the arc`,
    head: headInPlume ? `${head}, in the plume` : head,
    damper: `Damper ${open.value} % open`,
  }
})
const hood = computed(() => {
  const { x, y } = section.value.hood
  // The hood turns its face to the arc.
  const turned = (Math.atan2(x, y) * 180) / Math.PI
  return {
    place: `translate(${view.value.x(x)} ${view.value.y(y)}) rotate(${turned})`,
    ...hoodPaths(section.value, view.value.scale),
  }
})
const head = computed(() => {
  const { x, y } = section.value.head
  return {
    place: `translate(${view.value.x(x)} ${view.value.y(y)})`,
    ...headPaths(view.value.scale),
  }
})
const damper = computed(() => {
  const { x, width } = view.value.damper
  return { x, width, at: x + section.value.damper * width }
})
</script>

<template>
  <div class="space-y-3">
    <div class="grid grid-cols-1 md:grid-cols-[minmax(0,12rem)_minmax(0,1fr)] gap-4 items-start">
      <SectionFigures :answer="answer" />
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
        <SectionScene :section="section" :answer="answer" :view="view" />
        <SectionHandle
          handle="arc"
          label="Arc height"
          :now="0"
          says="Arc: up and down moves the work"
          :disabled="disabled"
          @keydown="press('arc', $event)"
        >
          <circle :cx="arc.x" :cy="arc.y" r="16" fill="var(--arc)" opacity="0.3" />
          <circle :cx="arc.x" :cy="arc.y" r="7" fill="var(--arc)" />
          <path :d="`M${arc.x} ${arc.y}l-26 -34`" stroke="currentColor" stroke-width="3" />
        </SectionHandle>
        <SectionHandle
          handle="hood"
          label="Hood"
          :now="millimetres(answer?.distance ?? 0)"
          :says="says.hood"
          :disabled="disabled"
          :transform="hood.place"
          @keydown="press('hood', $event)"
        >
          <path :d="hood.body" fill="var(--panel)" stroke="currentColor" stroke-width="3" />
          <path v-if="hood.flange" :d="hood.flange" stroke="currentColor" stroke-width="5" />
          <path :d="hood.blade" stroke="var(--ui-primary)" stroke-width="4" />
          <path d="M-9 -20h18M0 -29v18" stroke="var(--ui-primary)" stroke-width="3" />
        </SectionHandle>
        <SectionHandle
          handle="head"
          label="Head"
          :now="millimetres(headDistance)"
          :says="says.head"
          :disabled="disabled"
          :transform="head.place"
          @keydown="press('head', $event)"
        >
          <path
            :d="head.head"
            :fill="answer?.headInPlume ? 'var(--level-stop)' : 'var(--panel)'"
            stroke="currentColor"
            stroke-width="3"
          />
          <path :d="head.visor" fill="var(--ui-primary)" />
        </SectionHandle>
        <SectionHandle
          handle="damper"
          label="Damper"
          :now="open"
          :max="100"
          :says="says.damper"
          :disabled="disabled"
          @keydown="press('damper', $event)"
        >
          <rect
            :x="damper.x - 10"
            :y="HEIGHT - 44"
            :width="damper.width + 20"
            height="40"
            fill="transparent"
          />
          <path
            :d="`M${damper.x} ${HEIGHT - 16}h${damper.width}`"
            stroke="var(--rule)"
            stroke-width="6"
            stroke-linecap="round"
          />
          <circle
            :cx="damper.at"
            :cy="HEIGHT - 16"
            r="11"
            fill="var(--ui-primary)"
            stroke="var(--panel)"
            stroke-width="3"
          />
          <text :x="damper.x" :y="HEIGHT - 32" font-size="13" fill="currentColor">
            damper {{ open }} %
          </text>
        </SectionHandle>
      </svg>
    </div>
    <p v-if="because" role="alert" class="edge edge-unknown py-2 px-3 font-semibold">
      No answer: {{ because }}
    </p>
    <SectionDetails :answer="answer" />
    <FindingList v-if="answer" :findings="answer.findings" />
  </div>
</template>
