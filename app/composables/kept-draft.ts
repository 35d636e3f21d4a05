import { useLocalStorage, watchDebounced } from '@vueuse/core'
import type { ComputedRef, Ref } from 'vue'
import { useSignIn } from '~/stores/sign-in'

/** A form that survives a reload, a closed lid and a lost sign-in: every change is kept on this device, for its person alone, until it is saved. */
export function useKeptDraft<T extends object>(
  key: string,
  draft: Ref<T>,
): {
  saved: Ref<string>
  dirty: ComputedRef<boolean>
  restored: Ref<boolean>
  begin: (from: T) => void
  settle: () => void
  discard: () => void
} {
  const owner = useSignIn().me?.id ?? 'nobody'
  const kept = useLocalStorage<{ base: string; draft: T } | null>(
    `zonaris-draft-${owner}-${key}`,
    null,
    { serializer: { read: (text) => JSON.parse(text), write: (value) => JSON.stringify(value) } },
  )
  const saved = ref(JSON.stringify(draft.value))
  const restored = ref(false)
  const dirty = computed(() => JSON.stringify(draft.value) !== saved.value)
  let open = false

  /** Start from what the server has; typed changes to the same version come back on top. */
  function begin(from: T): void {
    const base = JSON.stringify(from)
    restored.value =
      kept.value !== null && kept.value.base === base && JSON.stringify(kept.value.draft) !== base
    draft.value = restored.value ? kept.value!.draft : (JSON.parse(base) as T)
    saved.value = base
    open = true
  }
  watchDebounced(
    draft,
    () => {
      if (open) kept.value = dirty.value ? { base: saved.value, draft: draft.value } : null
    },
    { deep: true, debounce: 200, maxWait: 1000 },
  )

  const settle = (): void => {
    saved.value = JSON.stringify(draft.value)
    kept.value = null
    restored.value = false
  }
  const discard = (): void => {
    draft.value = JSON.parse(saved.value) as T
    kept.value = null
    restored.value = false
  }
  return { saved, dirty, restored, begin, settle, discard }
}
