<script setup lang="ts">
import { useLeft } from '~/composables/permit/left'
import { usePlanNow } from '~/composables/plan/now'
import { useChanges } from '~/stores/changes'

/** The shop on a wall, legible at arm's length: the plan, and beside it what runs and what holds work back. */
definePageMeta({ layout: 'wall' })
useHead({ title: 'Wall · Zonaris' })
const shop = usePlanNow()
const changes = useChanges()
const { leftOf } = useLeft()
const stations = computed(() => [...shop.stations.value.values()])
const held = computed(() =>
  stations.value.filter(({ level }) => level === 'stop' || level === 'unknown'),
)
const SHOWN = 6
const permits = computed(() => [
  ...stations.value.flatMap((station) => station.permits),
  ...(shop.now.data.value?.elsewhere ?? []),
])
const failure = computed(() => shop.plan.failure.value ?? shop.now.failure.value)
</script>

<template>
  <div class="h-full grid grid-cols-1 lg:grid-cols-[1fr_20rem] gap-3">
    <h1 class="sr-only">The shop now</h1>
    <ShopNow v-if="shop.published.value" :shop="shop" wall class="min-h-0 h-full" />
    <p v-else-if="shop.plan.data.value" class="panel p-6">
      No plan is published yet.
      <NuxtLink class="link" to="/plan/draw">Draw the shop</NuxtLink>
    </p>
    <p v-else class="muted">Reading the plan…</p>
    <aside
      class="space-y-4 text-lg overflow-y-auto"
      tabindex="0"
      aria-label="What runs, and what is held back"
    >
      <p v-if="failure || !changes.isLive" class="text-stop font-semibold" role="status">
        {{ failure ? 'No connection: this is old.' : 'Looked at again every 15 seconds.' }}
      </p>
      <section class="panel p-4">
        <h2>Hot work</h2>
        <p v-if="permits.length === 0" class="muted">No permit is running.</p>
        <p v-for="permit in permits" :key="permit.id" class="py-1">
          <span class="plate text-3xl block">{{ leftOf(permit) }}</span>
          {{ permit.place }}
        </p>
      </section>
      <section class="panel p-4">
        <h2>Held back</h2>
        <p v-if="held.length === 0" class="muted">Nothing is held back.</p>
        <p v-for="one in held.slice(0, SHOWN)" :key="one.stationId" class="py-1 flex gap-2">
          <FindingMark :level="one.level!" :size="22" class="self-start mt-1" />
          <span class="line-clamp-2">
            <b>{{ one.name }}</b>
            {{ one.says }}
          </span>
        </p>
        <p v-if="held.length > SHOWN" class="muted">and {{ held.length - SHOWN }} more</p>
      </section>
    </aside>
  </div>
</template>
