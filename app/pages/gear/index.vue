<script setup lang="ts">
import { ITEM_KINDS, type ItemKind } from '#core/inspection/checklist.table'
import { routes } from '#shared/api/routes'
import type { Item } from '#shared/inspection/schema'
import { call } from '~/composables/api'
import { useListState } from '~/composables/list'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'
import { useSession } from '~/stores/session'
import { useShift } from '~/stores/shift'

useHead({ title: 'Gas and gear · Zonaris' })
const session = useSession()
const shift = useShift()
const list = useListState(['attention', 'label'] as const, ['kind', 'show'])
const kind = computed(() => ITEM_KINDS.find((name) => name === list.filters.value.kind))
const { data, failure, loading, load } = useLoad(() =>
  call(routes.items, { query: { ...list.query.value, kind: kind.value } }),
)
watch([list.query, kind], load, { immediate: true, deep: true })
const { when } = useSiteTime()
const EVERY = 'every'
const kinds = [
  { value: EVERY, label: 'All' },
  { value: 'cylinder', label: 'Cylinders' },
  { value: 'machine', label: 'Machines' },
  { value: 'helmet', label: 'Helmets' },
] as const
const chosen = computed({
  get: () => kind.value ?? EVERY,
  set: (value: ItemKind | typeof EVERY) =>
    list.put({ kind: value === EVERY ? undefined : value, page: undefined }),
})
const adding = ref(false)
const level = (item: Item) =>
  item.lockReason
    ? ('stop' as const)
    : item.due
      ? ('unknown' as const)
      : item.lastResult === 'fail'
        ? ('caution' as const)
        : ('clear' as const)
const says = (item: Item): string =>
  item.lockReason
    ? `Locked out: ${item.lockReason}`
    : item.due
      ? item.daysSince === null
        ? 'Never inspected'
        : `Due: ${item.daysSince} days since the last`
      : item.lastResult === 'fail'
        ? 'Fault on record'
        : 'Passed'
</script>

<template>
  <div class="flex flex-wrap items-end gap-4 mb-5">
    <h1 class="grow">Gas and gear</h1>
    <UButton v-if="session.may('lead', 'instructor')" icon="i-lucide-plus" @click="adding = true">
      Add an item
    </UButton>
  </div>
  <div
    v-if="shift.shift && (shift.shift.locked.length > 0 || shift.shift.due.length > 0)"
    class="grid grid-cols-1 md:grid-cols-2 gap-4 mb-6"
  >
    <section class="panel edge edge-stop p-4">
      <h2>Locked out: {{ shift.shift.locked.length }}</h2>
      <ul class="mt-2 space-y-1">
        <li v-for="item in shift.shift.locked" :key="item.id">
          <NuxtLink class="link" :to="`/gear/${item.kind}/${item.id}`">{{ item.label }}</NuxtLink>
          {{ item.reason }}
        </li>
      </ul>
    </section>
    <section class="panel edge edge-unknown p-4">
      <h2>Due today: {{ shift.shift.dueCount }}</h2>
      <p class="mt-2 flex flex-wrap gap-2">
        <UButton
          v-for="item in shift.shift.due.slice(0, 24)"
          :key="item.id"
          variant="outline"
          color="neutral"
          :to="`/gear/${item.kind}/${item.id}`"
        >
          {{ item.label }}
        </UButton>
      </p>
    </section>
  </div>
  <div class="flex flex-wrap gap-3 mb-4 items-end">
    <UInput
      v-model="list.q.value"
      type="search"
      icon="i-lucide-search"
      placeholder="Label, gas, description"
      class="grow max-w-xl"
      aria-label="Search items"
    />
    <ChoiceRow v-model="chosen" legend="Kind" hide-legend :options="kinds" />
  </div>
  <Failure v-if="failure" :failure="failure" @retry="load" />
  <div v-else-if="data && data.rows.length === 0" class="panel p-8 text-center">
    <p class="font-semibold">{{ list.q.value || kind ? 'No item matches.' : 'No items yet.' }}</p>
    <p v-if="!list.q.value && !kind" class="muted">
      Add cylinders, machines and helmets; each gets its checklist.
    </p>
  </div>
  <div v-else class="panel overflow-x-auto" :aria-busy="loading">
    <table class="list">
      <thead>
        <tr>
          <th>Item</th>
          <th>What</th>
          <th>Stands</th>
          <th>Last looked at</th>
          <th>Every</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="item in data?.rows ?? []" :key="item.id">
          <td>
            <NuxtLink class="link plate text-xl no-underline" :to="`/gear/${item.kind}/${item.id}`">
              {{ item.label }}
            </NuxtLink>
          </td>
          <td>
            {{ item.gas ?? '' }}
            <span class="muted">
              {{ item.description }}
              <template v-if="item.ranges">
                ,
                {{ item.ranges.map((r) => (r[0] === r[1] ? r[0] : `${r[0]}–${r[1]}`)).join(' / ') }}
              </template>
              <template v-if="item.assignedTo">, {{ item.assignedTo }}</template>
            </span>
          </td>
          <td>
            <span class="flex gap-2">
              <FindingMark :level="level(item)" />
              <span>{{ says(item) }}</span>
            </span>
          </td>
          <td class="whitespace-nowrap">{{ when(item.lastAt) }}</td>
          <td class="whitespace-nowrap">
            {{ item.everyDays === 1 ? 'day' : `${item.everyDays} days` }}
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <Pager
    v-if="data"
    :page="data.page"
    :pages="data.pages"
    :total="data.total"
    noun="items"
    @go="list.page.value = $event"
  />
  <ItemForm
    v-model:open="adding"
    @saved="
      load()
      shift.load()
    "
  />
</template>
