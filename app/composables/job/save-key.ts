import { onKeyStroke } from '@vueuse/core'
import type { Ref } from 'vue'

/** Ctrl+S saves, and a refusal brings its field into view, far up the page as it may be. */
export function useSaveKey(save: () => unknown, message: Ref<string>): void {
  onKeyStroke('s', (event) => {
    if (!event.ctrlKey && !event.metaKey) return
    event.preventDefault()
    void save()
  })
  watch(message, async (text) => {
    if (!text) return
    await nextTick()
    document.querySelector('[aria-invalid="true"]')?.scrollIntoView({ block: 'center' })
  })
}
