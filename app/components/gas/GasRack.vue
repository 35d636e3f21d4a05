<script setup lang="ts">
import type { Cylinder } from '#shared/gas/schema'

/** What stands in a store, side by side on its floor; full ones and empty ones apart. */
const props = defineProps<{ cylinders: Cylinder[] }>()
const groups = computed(() =>
  [
    {
      id: 'ready',
      name: 'Full and in use',
      rows: props.cylinders.filter(({ state }) => state !== 'empty' && state !== 'quarantine'),
    },
    { id: 'empty', name: 'Empty', rows: props.cylinders.filter(({ state }) => state === 'empty') },
    {
      id: 'apart',
      name: 'Set apart',
      rows: props.cylinders.filter(({ state }) => state === 'quarantine'),
    },
  ].filter((group) => group.rows.length > 0),
)
/** Many stand closer, so that forty are seen at once. */
const CLOSE_FROM = 25
const close = computed(() => props.cylinders.length >= CLOSE_FROM)
</script>

<template>
  <div class="racks" :class="{ close }">
    <section v-for="group in groups" :key="group.id" :aria-labelledby="`rack-${group.id}`">
      <h3 :id="`rack-${group.id}`" class="mb-1">{{ group.name }}: {{ group.rows.length }}</h3>
      <ul class="rack">
        <li v-for="cylinder in group.rows" :key="cylinder.id">
          <RackCylinder :cylinder="cylinder" />
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.racks > section + section {
  margin-top: 1.25rem;
}
@media (width >= 48rem) {
  .close {
    display: flex;
    flex-wrap: wrap;
    column-gap: 1.25rem;
  }
  .close > section + section {
    margin-top: 0;
  }
  .close :deep(.stand) {
    width: 3.6rem;
    padding-inline: 0.1rem;
  }
  .close :deep(.figure) {
    height: 5.25rem;
  }
  .close :deep(.gas) {
    font-size: 0.7rem;
  }
}
.rack {
  display: flex;
  flex-wrap: wrap;
  border-bottom: 6px solid var(--rule);
}
@media (width < 48rem) {
  .rack {
    flex-wrap: nowrap;
    overflow-x: auto;
    scroll-snap-type: x proximity;
    padding-bottom: 0.5rem;
  }
}
</style>
