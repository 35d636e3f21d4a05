<script setup lang="ts" generic="Row extends { id: string }, Sort extends string">
import { useMediaQuery } from '@vueuse/core'
import type { Ref } from 'vue'
import type { ListColumn } from '~/components/frame/list'
import type { List } from '~/composables/list'

/**
 * The frame of a list: heading, search, filters, rows, pages. A table on the desk, cards on a phone.
 * Cells are slots named by their column, with the row.
 */
const props = defineProps<{
  title: string
  /** Of the heading: 2 where the list is a part of a page. */
  level?: 1 | 2
  /** What is counted: of one, and of many. */
  one: string
  noun: string
  /** What the search looks at. */
  search: string
  list: List<Row, Sort>
  columns: readonly ListColumn[]
  sorts?: readonly { value: Sort; label: string }[]
  /** What is said when there is nothing, and when nothing matches. */
  none: string
  noneHelp?: string
  noMatch: string
}>()
const { q, page, narrowed, data, failure, loading, load } = props.list
const sort = props.list.sort as Ref<string>
const sortChoices = computed(() =>
  props.sorts?.map(({ value, label }) => ({ value: value as string, label })),
)

const onDesk = useMediaQuery('(min-width: 700px)')
const rows = computed(() => data.value?.rows ?? [])
const empty = computed(() => data.value !== null && rows.value.length === 0)
const tableColumns = computed(() =>
  props.columns.map(({ id, header, plate }) => ({
    id,
    header,
    meta: { class: { td: plate ? 'plate text-xl' : '' } },
  })),
)
const titles = computed(() => props.columns.filter((column) => column.title))
const lines = computed(() => props.columns.filter((column) => !column.title))
</script>

<template>
  <div class="flex flex-wrap items-end gap-3 mb-5">
    <div class="grow">
      <component :is="level === 2 ? 'h2' : 'h1'">{{ title }}</component>
      <slot name="subtitle" />
    </div>
    <slot name="actions" />
  </div>
  <slot name="top" />
  <div class="flex flex-wrap gap-3 mb-4">
    <UInput
      v-model="q"
      type="search"
      icon="i-lucide-search"
      :placeholder="search"
      class="grow max-w-xl"
      :aria-label="`Search ${noun}`"
    />
    <slot name="filters" />
    <USelect
      v-if="sortChoices"
      v-model="sort"
      :items="sortChoices"
      aria-label="Order"
      class="w-44"
    />
  </div>
  <Failure v-if="failure" :failure="failure" @retry="load" />
  <div v-else-if="empty" class="panel p-8 text-center">
    <p class="font-semibold">{{ narrowed ? noMatch : none }}</p>
    <p v-if="noneHelp && !narrowed" class="muted">{{ noneHelp }}</p>
  </div>
  <UTable
    v-else-if="onDesk"
    :data="rows"
    :columns="tableColumns"
    :get-row-id="(row) => row.id"
    :caption="title"
    :aria-busy="loading"
  >
    <template v-for="column in columns" :key="column.id" #[`${column.id}-cell`]="{ row }">
      <slot :name="column.id" :row="row.original as Row" />
    </template>
  </UTable>
  <ul v-else class="space-y-3" :aria-busy="loading">
    <li v-for="row in rows" :key="row.id" class="panel p-4">
      <p v-for="column in titles" :key="column.id" class="text-lg font-semibold">
        <slot :name="column.id" :row="row" />
      </p>
      <dl class="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 mt-1">
        <template v-for="column in lines" :key="column.id">
          <dt class="muted">{{ column.header }}</dt>
          <dd class="min-w-0 break-words"><slot :name="column.id" :row="row" /></dd>
        </template>
      </dl>
    </li>
  </ul>
  <Pager v-if="data" v-model:page="page" :total="data.total" :one="one" :noun="noun" />
</template>
