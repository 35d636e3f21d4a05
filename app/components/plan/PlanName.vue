<script setup lang="ts">
import type { Thing } from '#core/plan/plan'
import { extentOf, middleOf } from '#core/plan/shape'

/** The name of a thing where it has room for it: above everything that is drawn, so that nothing covers it. */
const props = defineProps<{ thing: Thing; scale: number }>()
/** How wide a letter is, px. */
const LETTER_WIDTH = 6.4
const px = (pixels: number): number => pixels / props.scale
const isRoom = computed(() => props.thing.kind === 'room')
const extent = computed(() => extentOf(props.thing.shape))
const at = computed(() => {
  const { x, y } = middleOf(props.thing.shape)
  // A room has its name in its upper corner, out of the way of what stands in it.
  return isRoom.value
    ? { x: extent.value.west + px(6), y: -extent.value.north + px(15) }
    : { x, y: -y + px(4) }
})
/** In full where it fits, else its number, else nothing. */
const text = computed(() => {
  const { name } = props.thing
  const room = (extent.value.east - extent.value.west) * props.scale
  // A line of letters needs its height, too.
  const height = (extent.value.north - extent.value.south) * props.scale
  if (height < 12) return ''
  const fits = (words: string): boolean =>
    words.length * LETTER_WIDTH <= room * (isRoom.value ? 1 : 1.3)
  if (fits(name)) return name
  if (isRoom.value) return ''
  const number = /\d+$/.exec(name)?.[0] ?? ''
  return fits(number) ? number : ''
})
</script>

<template>
  <text
    v-if="text"
    :x="at.x"
    :y="at.y"
    :font-size="px(isRoom ? 13 : 11)"
    :stroke-width="px(3)"
    class="name"
    :class="{ start: isRoom }"
    aria-hidden="true"
  >
    {{ text }}
  </text>
</template>

<style scoped>
.name {
  fill: var(--ui-text);
  stroke: var(--panel);
  stroke-linejoin: round;
  paint-order: stroke;
  text-anchor: middle;
  font-weight: 600;
  pointer-events: none;
}
.start {
  text-anchor: start;
}
</style>
