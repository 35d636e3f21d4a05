import type { Ref } from 'vue'
import { judgeSection, type Section, type SectionAnswer } from '#core/hood/section'

/** The section judged at every move, or why it cannot be. */
export function useSection(section: Ref<Section>) {
  const judged = computed((): { answer: SectionAnswer } | { because: string } => {
    try {
      return { answer: judgeSection(section.value) }
    } catch (error) {
      return {
        because: error instanceof RangeError ? error.message : 'These sizes do not make a hood.',
      }
    }
  })
  return {
    answer: computed(() => ('answer' in judged.value ? judged.value.answer : null)),
    because: computed(() => ('because' in judged.value ? judged.value.because : null)),
  }
}
