import { watchDebounced } from '@vueuse/core'

/** Search, order and page of a list, kept in the address so that it can be shared and gone back to. */
export function useListState<S extends string>(sorts: readonly S[], extra: readonly string[] = []) {
  const route = useRoute()
  const router = useRouter()
  const text = (key: string): string =>
    typeof route.query[key] === 'string' ? (route.query[key] as string) : ''
  const q = ref(text('q'))
  const page = computed({
    get: () => Math.max(1, Number(text('page')) || 1),
    set: (value) => put({ page: value > 1 ? String(value) : undefined }),
  })
  const sort = computed({
    get: () => sorts.find((name) => name === text('sort')) ?? sorts[0]!,
    set: (value) => put({ sort: value === sorts[0] ? undefined : value, page: undefined }),
  })
  const filters = computed(() => Object.fromEntries(extra.map((key) => [key, text(key)])))

  function put(change: Record<string, string | undefined>): void {
    void router.replace({ query: { ...route.query, ...change } })
  }
  watchDebounced(q, (value) => put({ q: value || undefined, page: undefined }), { debounce: 250 })
  const query = computed(() => ({ q: text('q'), page: page.value, sort: sort.value }))
  return { q, page, sort, filters, put, query }
}
