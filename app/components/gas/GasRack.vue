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
/* Close together: one floor for all, each group begun by its name on end. */
@media (width >= 48rem) {
  .close {
    display: flex;
    flex-wrap: wrap;
    align-items: stretch;
  }
  .close > section,
  .close .rack {
    display: contents;
  }
  .close h3 {
    writing-mode: vertical-rl;
    rotate: 180deg;
    margin: 0;
    padding: 0.25rem 0.1rem;
    font-size: 1rem;
    line-height: 1;
    text-align: center;
    border-left: 2px solid var(--rule);
  }
  .close li {
    border-bottom: 6px solid var(--rule);
  }
  .close :deep(.stand) {
    position: relative;
    width: 3.3rem;
    padding: 0.35rem 0.1rem;
  }
  .close :deep(.marks) {
    position: absolute;
    inset-inline: 0.1rem;
    width: auto;
  }
  .close :deep(.figure) {
    height: 5.25rem;
  }
  .close :deep(.gas) {
    font-size: 0.7rem;
    min-height: 1.5rem;
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
