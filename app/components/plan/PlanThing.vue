<script setup lang="ts">
import type { Thing } from '#core/plan/plan'
import { middleOf } from '#core/plan/shape'
import { LETTER, NAMED, outlineOf } from '~/components/plan/drawing'

/** One thing of a plan in the hand of the house: walls heavy, openings cut out of them, what burns hatched, small things by letter. */
const props = defineProps<{
  thing: Thing
  /** Pixels a metre, so that letters stay legible. */
  scale: number
  chosen?: boolean
  /** Worst of what is said of it. */
  level?: string | null
}>()
const path = computed(() => outlineOf(props.thing))
const middle = computed(() => {
  const { x, y } = middleOf(props.thing.shape)
  return { x, y: -y }
})
const letter = computed(() => LETTER[props.thing.kind])
/** A letter needs its room on the page, whatever the scale; px to m. */
const px = (pixels: number): number => pixels / props.scale
const isNamed = computed(() => NAMED.includes(props.thing.kind) && props.scale > 5)
/** A room has its name in its upper corner, out of the way of what stands in it. */
const nameAt = computed(() => {
  if (props.thing.kind !== 'room' || props.thing.shape.type !== 'area') return middle.value
  const { points } = props.thing.shape
  const west = Math.min(...points.map(({ x }) => x))
  const north = Math.max(...points.map(({ y }) => y))
  return { x: west + px(8), y: -north + px(16) }
})
const walkwayWidth = computed(() =>
  typeof props.thing.facts.width === 'number' ? props.thing.facts.width : 1,
)
</script>

<template>
  <g
    class="thing"
    :class="[thing.kind, { chosen }, level ? `is-${level}` : '']"
    :data-thing="thing.id"
  >
    <title>{{ thing.name }}</title>
    <path
      v-if="thing.kind === 'walkway'"
      :d="path"
      class="walkway-ground"
      :stroke-width="walkwayWidth"
    />
    <path :d="path" class="outline" vector-effect="non-scaling-stroke" />
    <path :d="path" class="touch" :stroke-width="px(14)" />
    <g v-if="letter">
      <rect
        :x="middle.x - px(9)"
        :y="middle.y - px(9)"
        :width="px(18)"
        :height="px(18)"
        class="sign"
      />
      <text :x="middle.x" :y="middle.y + px(4.5)" :font-size="px(13)" class="letter">
        {{ letter }}
      </text>
    </g>
    <text
      v-else-if="isNamed"
      :x="nameAt.x"
      :y="thing.kind === 'room' ? nameAt.y : nameAt.y + px(4)"
      :font-size="px(thing.kind === 'room' ? 13 : 11)"
      class="name"
      :class="{ start: thing.kind === 'room' }"
    >
      {{ thing.name }}
    </text>
  </g>
</template>

<style scoped>
.outline {
  fill: none;
  stroke: var(--ui-text);
  stroke-width: 1.5;
  stroke-linejoin: miter;
}
.touch {
  fill: none;
  stroke: transparent;
  pointer-events: stroke;
}
.room .outline {
  fill: var(--panel);
  stroke-width: 4;
}
.room .touch,
.sprinklers .touch {
  pointer-events: stroke;
}
.wall .outline {
  stroke-width: 4;
}
.door .outline,
.hatch .outline {
  stroke: var(--panel);
  stroke-width: 6;
}
.window .outline,
.duct .outline {
  stroke: var(--panel);
  stroke-width: 2;
}
.curtain .outline {
  stroke: var(--ui-primary);
  stroke-width: 3;
  stroke-dasharray: 2 5;
  stroke-linecap: round;
}
.station .outline {
  fill: color-mix(in oklab, var(--ui-primary) 12%, var(--panel));
}
.gasStore .outline {
  fill: color-mix(in oklab, var(--ui-text) 12%, var(--panel));
  stroke-dasharray: 8 3;
}
.combustible .outline {
  fill: url(#burns);
}
.sprinklers .outline {
  stroke-dasharray: 1 6;
  stroke: var(--ui-text-muted);
}
.walkway .outline {
  stroke: none;
}
.walkway-ground {
  fill: none;
  stroke: color-mix(in oklab, var(--ui-text) 9%, transparent);
}
.desk .outline,
.extractionUnit .outline {
  fill: color-mix(in oklab, var(--ui-text) 5%, var(--panel));
}
.sign {
  fill: var(--ui-text);
}
.letter {
  fill: var(--panel);
  text-anchor: middle;
  font-weight: 700;
}
.name {
  fill: var(--ui-text);
  text-anchor: middle;
  font-weight: 600;
  pointer-events: none;
  paint-order: stroke;
  stroke: var(--panel);
  stroke-width: 0.12;
}
.name.start {
  text-anchor: start;
}
.is-stop .outline {
  stroke: var(--level-stop);
  stroke-width: 4;
}
.is-caution .outline {
  stroke: var(--level-caution);
  stroke-width: 3;
}
.is-unknown .outline {
  stroke: var(--level-unknown);
  stroke-width: 3;
  stroke-dasharray: 5 3;
}
.chosen .outline {
  stroke: var(--ui-primary);
  stroke-width: 4;
}
.chosen .sign {
  fill: var(--ui-primary);
}
</style>
