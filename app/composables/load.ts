import type { Ref } from 'vue'
import { ApiFailure } from './api'

/** Something read from the server: its value, whether it is on its way, and why it did not come. */
export function useLoad<T>(read: () => Promise<T>): {
  data: Ref<T | null>
  failure: Ref<ApiFailure | null>
  loading: Ref<boolean>
  load: () => Promise<void>
} {
  const data = shallowRef<T | null>(null) as Ref<T | null>
  const failure = shallowRef<ApiFailure | null>(null)
  const loading = ref(false)
  let newest = 0

  async function load(): Promise<void> {
    const mine = ++newest
    loading.value = true
    try {
      const value = await read()
      if (mine === newest) {
        data.value = value
        failure.value = null
      }
    } catch (error) {
      if (mine === newest) failure.value = asFailure(error)
    } finally {
      if (mine === newest) loading.value = false
    }
  }
  return { data, failure, loading, load }
}

export const asFailure = (error: unknown): ApiFailure =>
  error instanceof ApiFailure
    ? error
    : new ApiFailure(
        0,
        'internal',
        error instanceof Error ? error.message : 'Something broke in this page.',
      )
