<script setup lang="ts">
import type { Thing } from '#core/plan/plan'
import type { Extent } from '#core/plan/shape'
import { NAMED, ORDER } from '~/components/plan/drawing'

/** What stands on a floor, drawn in metres; thousands of things, so that it is drawn again only where one of them is another. */
const props = defineProps<{
  things: readonly Thing[]
  levels: ReadonlyMap<string, string>
  chosen: ReadonlySet<string>
  /** In the hand at this moment: drawn there. */
  held: ReadonlySet<string>
  strips: readonly Extent[]
  underlay: Underlay | null
  /** Pixels a metre. */
  scale: number
  magnify: number
}>()

const ordered = computed(() =>
  props.things.toSorted((a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind)),
)
const named = computed(() => ordered.value.filter(({ kind }) => NAMED.includes(kind)))
</script>

<script lang="ts">
/** A picture under everything. */
export interface Underlay {
  href: string
  width: number
  height: number
  transform: string
}
</script>

<template>
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
    v-memo="[thing, scale, chosen.has(thing.id), held.has(thing.id), levels.get(thing.id)]"
    :class="{ held: held.has(thing.id) }"
    :thing="thing"
    :scale="scale"
    :chosen="chosen.has(thing.id)"
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
    v-memo="[thing, scale, magnify, held.has(thing.id)]"
    :class="{ held: held.has(thing.id) }"
    :thing="thing"
    :scale="scale / magnify"
  />
</template>

<style scoped>
.held {
  visibility: hidden;
}
.underlay {
  opacity: 0.5;
  pointer-events: none;
}
.strip {
  fill: color-mix(in oklab, var(--level-stop) 22%, transparent);
  pointer-events: none;
}
</style>
