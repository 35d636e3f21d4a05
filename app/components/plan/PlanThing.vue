<script setup lang="ts">
import type { Thing } from '#core/plan/plan'
import { middleOf } from '#core/plan/shape'
import { LETTER, outlineOf } from '~/components/plan/drawing'

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
/** Of a letter with its ground, px; seen from afar they would cover each other. */
const sign = computed(() => Math.max(8, Math.min(18, props.scale * 2)))
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
    <path :d="path" class="figure" vector-effect="non-scaling-stroke" />
    <path :d="path" class="reached" :stroke-width="px(14)" />
    <g v-if="letter">
      <rect
        :x="middle.x - px(sign / 2)"
        :y="middle.y - px(sign / 2)"
        :width="px(sign)"
        :height="px(sign)"
        class="sign"
      />
      <text :x="middle.x" :y="middle.y + px(sign / 4)" :font-size="px(sign * 0.72)" class="letter">
        {{ letter }}
      </text>
    </g>
  </g>
</template>

<style scoped>
.figure {
  fill: none;
  stroke: var(--ui-text);
  stroke-width: 1.5;
  stroke-linejoin: miter;
}
/* A hand meets it, nobody sees it: it is not painted. */
.reached {
  fill: none;
  visibility: hidden;
  pointer-events: stroke;
}
.room .figure {
  fill: var(--ground, var(--panel));
  stroke-width: 4;
}
.wall .figure {
  stroke-width: 4;
}
.door .figure,
.hatch .figure {
  stroke: var(--panel);
  stroke-width: 6;
}
.window .figure,
.duct .figure {
  stroke: var(--panel);
  stroke-width: 2;
}
.curtain .figure {
  stroke: var(--ui-primary);
  stroke-width: 3;
  stroke-dasharray: 2 5;
  stroke-linecap: round;
}
.station .figure {
  fill: color-mix(in oklab, var(--ui-primary) 12%, var(--panel));
}
.gasStore .figure {
  fill: color-mix(in oklab, var(--ui-text) 12%, var(--panel));
  stroke-dasharray: 8 3;
}
.combustible .figure {
  fill: url(#burns);
}
.sprinklers .figure {
  stroke-dasharray: 1 6;
  stroke: var(--ui-text-muted);
}
.hotWorkArea .figure {
  fill: color-mix(in oklab, var(--arc) 12%, transparent);
  stroke: var(--level-caution);
  stroke-dasharray: 12 4 2 4;
}
.walkway .figure {
  stroke: none;
}
.walkway-ground {
  fill: none;
  stroke: color-mix(in oklab, var(--ui-text) 9%, transparent);
}
.desk .figure,
.extractionUnit .figure {
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
.is-stop .figure {
  stroke: var(--level-stop);
  stroke-width: 4;
}
.is-caution .figure {
  stroke: var(--level-caution);
  stroke-width: 3;
}
.is-unknown .figure {
  stroke: var(--level-unknown);
  stroke-width: 3;
  stroke-dasharray: 5 3;
}
.chosen .figure {
  stroke: var(--ui-primary);
  stroke-width: 4;
}
.chosen .sign {
  fill: var(--ui-primary);
}
</style>
