<script setup lang="ts">
import type { Cylinder } from '#shared/gas/schema'
import {
  DANGER_ICON,
  DANGER_NAME,
  dangerOfCylinder,
  levelOf,
  shareText,
  spoken,
} from '~/components/gas/gas-words'

/** One cylinder on the rack; it leads to its page. */
const props = defineProps<{ cylinder: Cylinder }>()
const danger = computed(() => dangerOfCylinder(props.cylinder))
const level = computed(() => levelOf(props.cylinder))
</script>

<template>
  <NuxtLink
    :to="`/gear/cylinder/${cylinder.id}`"
    class="stand"
    :aria-label="spoken(cylinder)"
    :title="spoken(cylinder)"
  >
    <span class="marks flex justify-between items-center w-full h-5">
      <FindingMark v-if="level !== 'clear'" :level="level" :size="18" />
      <span v-else />
      <UIcon
        v-if="danger"
        :name="DANGER_ICON[danger]"
        class="size-4"
        :title="DANGER_NAME[danger]"
        aria-hidden="true"
      />
      <span v-else class="font-bold">?</span>
    </span>
    <CylinderFigure class="figure" :cylinder="cylinder" />
    <span class="plate text-lg leading-none">{{ cylinder.label }}</span>
    <span class="gas">{{ cylinder.gas }}</span>
    <span class="text-sm font-semibold">{{ shareText(cylinder) }}</span>
  </NuxtLink>
</template>

<style scoped>
.stand {
  display: flex;
  flex-direction: column;
  align-items: center;
  gap: 0.15rem;
  width: 4.6rem;
  flex: none;
  padding: 0.35rem 0.25rem;
  text-decoration: none;
  border-radius: 0.25rem;
  scroll-snap-align: start;
}
.stand:hover {
  background: var(--ui-bg-elevated);
}
.figure {
  height: 6.75rem;
}
.gas {
  font-size: 0.75rem;
  line-height: 1.1;
  text-align: center;
  min-height: 1.7rem;
}
</style>
