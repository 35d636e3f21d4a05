<script setup lang="ts">
import { dayText } from '#core/calendar/day'
import type { Level } from '#core/finding/finding'
import { stockRoutes } from '#shared/stock/routes'
import type { Stock } from '#shared/stock/schema'
import { addressOf, call } from '~/composables/api'
import { useAddress, useList } from '~/composables/list'
import { useSignIn } from '~/stores/sign-in'

useHead({ title: 'Stores · Zonaris' })
const signIn = useSignIn()
const address = useAddress()
const EVERY = 'every'
const show = address.choice('show', ['all', 'order', 'clean', 'loan', 'expired'])
const kind = address.choice('kind', [EVERY, 'ppe', 'consumable'] as const)
const stock = useList({
  sorts: ['name', 'code', 'order'],
  filters: [
    { ref: show, none: 'all' },
    { ref: kind, none: EVERY },
  ],
  read: (query) =>
    call(stockRoutes.stockList, {
      query: { ...query, show: show.value, kind: kind.value === EVERY ? undefined : kind.value },
    }),
})
const adding = ref(false)

const SHOWS = [
  { value: 'all', label: 'Everything' },
  { value: 'order', label: 'To order' },
  { value: 'clean', label: 'To clean' },
  { value: 'loan', label: 'Out on loan' },
  { value: 'expired', label: 'Expired' },
] as const
const KINDS = [
  { value: EVERY, label: 'Both' },
  { value: 'ppe', label: 'PPE' },
  { value: 'consumable', label: 'Consumables' },
] as const
const COLUMNS = [
  { id: 'code', header: 'Code', plate: true },
  { id: 'name', header: 'Item', title: true },
  { id: 'size', header: 'Size' },
  { id: 'ready', header: 'Ready', plate: true },
  { id: 'minimum', header: 'Keep' },
  { id: 'lent', header: 'Lent' },
  { id: 'toClean', header: 'To clean' },
  { id: 'state', header: 'State' },
]
const conditionOf = (row: Stock): string => (row.loan ? `${row.condition}, loaner` : row.condition)
function stateOf(row: Stock): { level: Level; says: string } {
  if (row.expired) return { level: 'stop', says: `expired ${dayText(row.expiresOn!)}` }
  if (row.order > 0) return { level: 'caution', says: `order ${row.order}` }
  return {
    level: 'clear',
    says: row.expiresOn ? `enough, until ${dayText(row.expiresOn)}` : 'enough',
  }
}
</script>

<template>
  <ListPage
    title="Stores"
    one="item"
    noun="items"
    search="Name, code or size"
    :list="stock"
    :columns="COLUMNS"
    none="The store is empty."
    no-match="Nothing matches."
  >
    <template #actions>
      <UButton variant="outline" color="neutral" icon="i-lucide-scan-line" to="/scan">Scan</UButton>
      <LabelPrint of="stock" title="Labels" />
      <UButton
        variant="outline"
        color="neutral"
        icon="i-lucide-download"
        :to="addressOf(stockRoutes.reorderCsv)"
        target="_blank"
        external
      >
        Order list as CSV
      </UButton>
      <UButton v-if="signIn.may('lead', 'instructor')" icon="i-lucide-plus" @click="adding = true">
        Add an item
      </UButton>
    </template>
    <template #filters>
      <ChoiceRow v-model="show" legend="Show" hide-legend :options="SHOWS" />
      <ChoiceRow v-model="kind" legend="Kind" hide-legend :options="KINDS" />
    </template>
    <template #code="{ row }">{{ row.code }}</template>
    <template #name="{ row }">
      <NuxtLink class="link" :to="`/stores/${row.id}`">{{ row.name }}</NuxtLink>
      <span class="muted block text-sm font-normal">{{ conditionOf(row) }}</span>
    </template>
    <template #size="{ row }">{{ row.size || '–' }}</template>
    <template #ready="{ row }">{{ row.ready }}</template>
    <template #minimum="{ row }">{{ row.minimum }}</template>
    <template #lent="{ row }">{{ row.lent || '–' }}</template>
    <template #toClean="{ row }">{{ row.toClean || '–' }}</template>
    <template #state="{ row }">
      <span class="inline-flex gap-2 items-center">
        <FindingMark :level="stateOf(row).level" :size="18" />
        {{ stateOf(row).says }}
      </span>
    </template>
  </ListPage>
  <StockForm v-model:open="adding" :stock="null" @saved="stock.load" />
</template>
