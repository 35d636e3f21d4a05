<script setup lang="ts">
import { routes } from '#shared/api/routes'
import { addressOf, call } from '~/composables/api'
import { useListState } from '~/composables/list'
import { useLoad } from '~/composables/load'
import { useUnits } from '~/composables/units'
import { useSession } from '~/stores/session'

useHead({ title: 'Stores · Zonaris' })
const session = useSession()
const units = useUnits()
const list = useListState(['name', 'code', 'order'] as const, ['kind', 'show'])
const SHOWS = [
  { value: 'all', label: 'Everything' },
  { value: 'order', label: 'To order' },
  { value: 'clean', label: 'To clean' },
  { value: 'loan', label: 'Out on loan' },
  { value: 'expired', label: 'Expired' },
] as const
type Show = (typeof SHOWS)[number]['value']
const show = computed({
  get: (): Show => SHOWS.find((entry) => entry.value === list.filters.value.show)?.value ?? 'all',
  set: (value) => list.put({ show: value === 'all' ? undefined : value, page: undefined }),
})
const EVERY = 'every'
const kind = computed({
  get: () =>
    list.filters.value.kind === 'ppe' || list.filters.value.kind === 'consumable'
      ? list.filters.value.kind
      : EVERY,
  set: (value) => list.put({ kind: value === EVERY ? undefined : value, page: undefined }),
})
const { data, failure, loading, load } = useLoad(() =>
  call(routes.stockList, {
    query: {
      ...list.query.value,
      show: show.value,
      kind: kind.value === EVERY ? undefined : kind.value,
    },
  }),
)
watch([list.query, show, kind], load, { immediate: true, deep: true })
const adding = ref(false)
</script>

<template>
  <div class="flex flex-wrap items-end gap-3 mb-5">
    <h1 class="grow">Stores</h1>
    <UButton variant="outline" color="neutral" icon="i-lucide-scan-line" to="/scan">Scan</UButton>
    <UButton
      variant="outline"
      color="neutral"
      icon="i-lucide-qr-code"
      :to="`${addressOf(routes.labels)}?of=stock&paper=${units === 'us' ? 'LETTER' : 'A4'}`"
      target="_blank"
      external
    >
      Labels
    </UButton>
    <UButton
      variant="outline"
      color="neutral"
      icon="i-lucide-download"
      :to="addressOf(routes.reorderCsv)"
      target="_blank"
      external
    >
      Order list as CSV
    </UButton>
    <UButton v-if="session.may('lead', 'instructor')" icon="i-lucide-plus" @click="adding = true">
      Add an item
    </UButton>
  </div>
  <div class="flex flex-wrap gap-3 mb-4">
    <UInput
      v-model="list.q.value"
      type="search"
      icon="i-lucide-search"
      placeholder="Name, code or size"
      class="grow max-w-xl"
      aria-label="Search the store"
    />
    <ChoiceRow v-model="show" legend="Show" hide-legend :options="SHOWS" />
    <ChoiceRow
      v-model="kind"
      legend="Kind"
      hide-legend
      :options="[
        { value: EVERY, label: 'Both' },
        { value: 'ppe', label: 'PPE' },
        { value: 'consumable', label: 'Consumables' },
      ]"
    />
  </div>
  <Failure v-if="failure" :failure="failure" @retry="load" />
  <div v-else-if="data?.rows.length === 0" class="panel p-8 text-center">
    <p class="font-semibold">
      {{
        list.q.value || show !== 'all' || kind !== EVERY
          ? 'Nothing matches.'
          : 'The store is empty.'
      }}
    </p>
  </div>
  <div v-else class="panel overflow-x-auto" :aria-busy="loading">
    <table class="list">
      <thead>
        <tr>
          <th>Code</th>
          <th>Item</th>
          <th>Size</th>
          <th>Ready</th>
          <th>Keep</th>
          <th>Lent</th>
          <th>To clean</th>
          <th>State</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in data?.rows ?? []" :key="row.id">
          <td class="plate text-xl">{{ row.code }}</td>
          <td>
            <NuxtLink class="link" :to="`/stores/${row.id}`">{{ row.name }}</NuxtLink>
            <span class="muted block text-sm">
              {{ row.condition }}
              <template v-if="row.loan">, loaner</template>
            </span>
          </td>
          <td>{{ row.size || '–' }}</td>
          <td class="plate text-2xl">{{ row.ready }}</td>
          <td>{{ row.minimum }}</td>
          <td>{{ row.lent || '–' }}</td>
          <td>{{ row.toClean || '–' }}</td>
          <td>
            <span v-if="row.expired" class="inline-flex gap-2 items-center">
              <FindingMark level="stop" :size="18" />
              expired {{ row.expiresOn }}
            </span>
            <span v-else-if="row.order > 0" class="inline-flex gap-2 items-center">
              <FindingMark level="caution" :size="18" />
              order {{ row.order }}
            </span>
            <span v-else class="inline-flex gap-2 items-center">
              <FindingMark level="clear" :size="18" />
              enough
              <template v-if="row.expiresOn">, until {{ row.expiresOn }}</template>
            </span>
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
  <StockForm v-model:open="adding" :stock="null" @saved="load" />
</template>
