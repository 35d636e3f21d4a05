<script setup lang="ts">
import { planRoutes } from '#shared/plan/routes'
import { addressOf, call } from '~/composables/api'
import { useLoad } from '~/composables/load'

/** The plan of each floor, with the ways out on it. */
const { data, load } = useLoad(() => call(planRoutes.plan, {}))
onMounted(load)
const plan = computed(() => data.value?.published?.plan ?? null)
const floors = computed(() =>
  (plan.value?.floors ?? []).filter(({ id }) =>
    plan.value!.things.some(({ kind, floor }) => kind === 'exit' && floor === id),
  ),
)
const addressFor = (floor: string): string =>
  addressOf(planRoutes.planSvg, {}, { floor, scale: '200' })
</script>

<template>
  <section v-if="floors.length > 0" aria-labelledby="ways-out">
    <h2 id="ways-out" class="mb-2">Ways out</h2>
    <figure v-for="floor in floors" :key="floor.id" class="panel p-2">
      <img
        :src="addressFor(floor.id)"
        :alt="`Plan of ${floor.name} with its ways out`"
        class="w-full bg-white"
      />
      <figcaption class="muted text-sm pt-1">{{ floor.name }}</figcaption>
    </figure>
  </section>
</template>
