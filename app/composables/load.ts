import { getCurrentScope, onScopeDispose, type Ref } from 'vue'
import { ApiFailure } from './api'

/** What failed for a moment only is read again by itself after so long, ms; each time twice as long. */
const [SOONEST, LATEST] = [4_000, 30_000]
const isForAMoment = ({ status, code }: ApiFailure): boolean =>
  code === 'offline' || status === 429 || status === 503

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
  let again: ReturnType<typeof setTimeout> | undefined
  let wait = SOONEST
  let isLeft = false
  if (getCurrentScope())
    onScopeDispose(() => {
      isLeft = true
      clearTimeout(again)
    })

  async function load(): Promise<void> {
    const mine = ++newest
    clearTimeout(again)
    loading.value = true
    try {
      const value = await read()
      if (mine === newest) {
        data.value = value
        failure.value = null
        wait = SOONEST
      }
    } catch (error) {
      if (mine !== newest) return
      failure.value = asFailure(error)
      if (!isForAMoment(failure.value) || isLeft) return
      again = setTimeout(() => void load(), wait)
      wait = Math.min(LATEST, 2 * wait)
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
