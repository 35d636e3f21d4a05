import { watchDebounced } from '@vueuse/core'
import type { ComputedRef, Ref, WritableComputedRef } from 'vue'
import type { ApiFailure } from './api'
import { useLoad } from './load'

/** One page of rows, as every list of the API answers. */
export interface ListAnswer<Row> {
  rows: Row[]
  total: number
  page: number
  pages: number
}
interface ListQuery<Sort extends string> {
  q: string
  page: number
  sort: Sort
}

/** A list as a page shows it: what is searched for, in which order, which page, and the rows. */
export interface List<Row, Sort extends string = string> {
  q: Ref<string>
  page: WritableComputedRef<number>
  sort: WritableComputedRef<Sort>
  /** Whether anything but the order narrows the list. */
  narrowed: ComputedRef<boolean>
  data: Ref<ListAnswer<Row> | null>
  failure: Ref<ApiFailure | null>
  loading: Ref<boolean>
  load: () => Promise<void>
}

/** Entries of the address: kept there, so that a view can be shared and gone back to. */
export function useAddress() {
  const route = useRoute()
  const router = useRouter()
  const text = (key: string): string =>
    typeof route.query[key] === 'string' ? (route.query[key] as string) : ''
  function put(change: Record<string, string | undefined>): void {
    void router.replace({ query: { ...route.query, ...change } })
  }
  /** One of a few choices, the first of them when the address names none; a choice begins at the first page. */
  function choice<T extends string>(key: string, values: readonly T[]): WritableComputedRef<T> {
    return computed({
      get: () => values.find((value) => value === text(key)) ?? values[0]!,
      set: (value) => put({ [key]: value === values[0] ? undefined : value, page: undefined }),
    })
  }
  return { text, put, choice }
}

/**
 * A list of the API, searched, ordered and paged through the address.
 * @param filters what else narrows it; a change of one loads anew
 */
export function useList<Row, const Sort extends string>(options: {
  sorts: readonly Sort[]
  filters?: readonly { ref: Ref<string>; none: string }[]
  read: (query: ListQuery<Sort>) => Promise<ListAnswer<Row>>
}): List<Row, Sort> {
  const { text, put, choice } = useAddress()
  const filters = options.filters ?? []
  const q = ref(text('q'))
  const page = computed({
    get: () => Math.max(1, Number(text('page')) || 1),
    set: (value) => put({ page: value > 1 ? String(value) : undefined }),
  })
  const sort = choice('sort', options.sorts)
  const query = computed(() => ({ q: text('q'), page: page.value, sort: sort.value }))
  const narrowed = computed(
    () => q.value !== '' || filters.some((filter) => filter.ref.value !== filter.none),
  )
  watchDebounced(q, (value) => put({ q: value || undefined, page: undefined }), { debounce: 250 })

  const loaded = useLoad(() => options.read(query.value))
  watch([query, ...filters.map((filter) => filter.ref)], loaded.load, {
    immediate: true,
    deep: true,
  })
  return { q, page, sort, narrowed, ...loaded }
}
