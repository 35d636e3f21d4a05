<script setup lang="ts">
import type { Section, SectionAnswer } from '#core/hood/section'
import { GENERAL_RULE } from '#core/ventilation/ventilation.table'
import { draftArrow, HEIGHT, plumeOutline, type Drawing } from '~/components/hood/section'
import { useSectionText } from '~/composables/hood/section-text'
import { useUnits } from '~/composables/units'

/** What stands still in the section: bench, capture and gas zones, plume, draft, scale. */
const props = defineProps<{ section: Section; answer: SectionAnswer | null; view: Drawing }>()
const units = useUnits()
const { text } = useSectionText()
const middle = computed(() => ({ x: props.view.x(0), y: props.view.y(0) }))
const bench = computed(() => {
  const { x, y } = props.view
  return `M${x(-0.55)} ${y(-0.015)}H${x(0.55)}v10H${x(-0.55)}Z`
})
const zones = computed(() => {
  const { scale } = props.view
  const radius = (metres: number | null | undefined): number | null =>
    metres == null ? null : metres * scale
  return { capture: radius(props.answer?.captureEnds), gas: radius(props.answer?.gasZone) }
})
/** The word on the capture zone stands on its edge, up and to the left, while that is in the picture. */
const captureWord = computed(() => {
  const radius = zones.value.capture
  if (radius === null || radius >= HEIGHT) return null
  const off = radius * Math.SQRT1_2
  return { x: middle.value.x - off - 6, y: middle.value.y - off }
})
const captureSpeed = computed(() => text(GENERAL_RULE.captureVelocity, 'm/s'))
const plume = computed(() =>
  props.answer ? plumeOutline(props.section, props.answer, props.view) : null,
)
const escapes = computed(() => props.answer?.mechanism === 'neither')
const arrow = computed(() => draftArrow(props.section.draft, props.view.width))
const draftSpeed = computed(() => text(Math.abs(props.section.draft), 'm/s'))
const bar = computed(() => {
  const { metres, label } =
    units.value === 'us' ? { metres: 0.3048, label: '1 ft' } : { metres: 0.25, label: '250 mm' }
  return { width: metres * props.view.scale, label }
})
</script>

<template>
  <g aria-hidden="true">
    <path :d="`M0 ${middle.y}H${view.width}`" stroke="var(--rule)" stroke-width="2" />
    <path :d="bench" fill="var(--ui-text-muted)" opacity="0.55" />
    <template v-if="zones.capture !== null">
      <circle
        :cx="middle.x"
        :cy="middle.y"
        :r="zones.capture"
        fill="var(--level-clear)"
        opacity="0.08"
      />
      <circle
        :cx="middle.x"
        :cy="middle.y"
        :r="zones.capture"
        fill="none"
        stroke="var(--level-clear)"
        stroke-width="2"
        stroke-dasharray="9 5"
      />
    </template>
    <template v-if="zones.gas !== null">
      <circle
        :cx="middle.x"
        :cy="middle.y"
        :r="zones.gas"
        fill="var(--level-stop)"
        opacity="0.14"
      />
      <circle
        :cx="middle.x"
        :cy="middle.y"
        :r="zones.gas"
        fill="none"
        stroke="var(--level-stop)"
        stroke-width="2"
        stroke-dasharray="3 4"
      />
    </template>
    <path
      v-if="plume"
      :d="plume"
      :fill="escapes ? 'var(--level-stop)' : 'var(--ui-text-muted)'"
      :opacity="escapes ? 0.35 : 0.3"
    />
    <g v-if="section.draft !== 0" :transform="`translate(${arrow.x} 34)`">
      <path :d="arrow.path" fill="none" stroke="var(--ui-primary)" stroke-width="3" />
      <text x="0" y="26" font-size="14" fill="currentColor" :text-anchor="arrow.anchor">
        draft {{ draftSpeed }}
      </text>
    </g>
    <g :transform="`translate(${view.width - bar.width - 16} ${HEIGHT - 14})`">
      <path :d="`M0 -6v6h${bar.width}v-6`" fill="none" stroke="currentColor" stroke-width="2" />
      <text :x="bar.width / 2" y="-10" text-anchor="middle" font-size="13" fill="currentColor">
        {{ bar.label }}
      </text>
    </g>
    <text
      v-if="captureWord"
      v-bind="captureWord"
      text-anchor="end"
      font-size="13"
      fill="var(--level-clear)"
    >
      {{ captureSpeed }} ends
    </text>
    <text
      v-if="zones.gas !== null"
      :x="middle.x"
      :y="middle.y + zones.gas + 16"
      text-anchor="middle"
      font-size="13"
      fill="var(--level-stop)"
    >
      nearer steals the gas
    </text>
  </g>
</template>
