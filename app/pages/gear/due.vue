<script setup lang="ts">
import type { DueLook } from '#shared/inspection/due'
import { inspectionRoutes } from '#shared/inspection/routes'
import { byName } from '~/composables/by-name'
import { call } from '~/composables/api'
import { useAddress } from '~/composables/list'
import { useLoad } from '~/composables/load'

/** What is to be looked at, place by place, in the order in which one walks. */
useHead({ title: 'Due · Zonaris' })
const SPANS = [
  { value: 'today', label: 'Today' },
  { value: 'week', label: 'This week' },
  { value: 'month', label: '30 days' },
] as const
const DAYS = { today: 0, week: 6, month: 30 } as const
const address = useAddress()
const span = address.choice('until', ['today', 'week', 'month'])
const ORDERS = [
  { value: 'place', label: 'By place' },
  { value: 'walk', label: 'As one walks' },
] as const
const order = address.choice('order', ['place', 'walk'])
const page = ref(1)
const { data, failure, load } = useLoad(() =>
  call(inspectionRoutes.gearDue, {
    query: { days: String(DAYS[span.value]), page: String(page.value) },
  }),
)
onMounted(load)
watch(span, () => {
  page.value = 1
})
watch([span, page], load)

const NOWHERE = 'No place of its own'
/** By place; within one, the longest overdue first. */
const places = computed(() => {
  const by = new Map<string, DueLook[]>()
  for (const look of data.value?.rows ?? []) {
    const place = look.station ?? NOWHERE
    by.set(place, [...(by.get(place) ?? []), look])
  }
  return [...by].sort(([a], [b]) => {
    if (a === NOWHERE || b === NOWHERE) return a === NOWHERE ? 1 : -1
    return byName(a, b)
  })
})
</script>

<template>
  <div class="space-y-5">
    <header class="flex flex-wrap items-end gap-4">
      <div class="grow">
        <p class="muted"><NuxtLink class="link" to="/gear">Gas and gear</NuxtLink></p>
        <h1>Due</h1>
      </div>
      <ChoiceRow v-model="order" legend="Order" hide-legend :options="ORDERS" />
      <ChoiceRow v-model="span" legend="Until" hide-legend :options="SPANS" />
    </header>
    <Failure v-if="failure && !data" :failure="failure" @retry="load" />
    <p v-else-if="!data" class="muted">Reading what is due…</p>
    <p v-else-if="data.rows.length === 0" class="panel edge edge-clear p-5 flex gap-3">
      <FindingMark level="clear" :size="26" />
      Everything has been looked at.
    </p>
    <WalkList v-else-if="order === 'walk'" :days="DAYS[span]" :today="data.today" />
    <template v-else>
      <p>
        {{ data.total > 999 ? 'More than 999' : data.total }} looks, place by place. A tap opens the
        first line.
      </p>
      <div class="gap-4 md:columns-2 xl:columns-3">
        <section
          v-for="[place, looks] in places"
          :key="place"
          class="panel p-4 mb-4 break-inside-avoid"
        >
          <h2 class="mb-2">{{ place }}</h2>
          <ul>
            <li
              v-for="look in looks"
              :key="`${look.id} ${look.occasion}`"
              class="border-b border-(--rule) last:border-0"
            >
              <LookRow :look="look" :today="data.today" />
            </li>
          </ul>
        </section>
      </div>
      <Pager v-model:page="page" :total="data.total" one="look" noun="looks" />
    </template>
  </div>
</template>
