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
</script>

<template>
  <div class="space-y-5">
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
