import type { ComponentPublicInstance, Ref } from 'vue'
import { LEVELS, type Level } from '#core/finding/finding'
import type { Point } from '#core/plan/plan'
import type { ShownFinding } from '#shared/plan/schema'

/**
 * What Findings put on the plan: the worst level of each thing, and the ways of the one that is shown.
 * @param canvas that shows it: it comes into view
 */
export function useShownFindings(
  findings: Readonly<Ref<readonly ShownFinding[]>>,
  canvas: Readonly<Ref<ComponentPublicInstance | null>>,
) {
  const shown = shallowRef<ShownFinding | null>(null)
  watch(findings, () => {
    shown.value = null
  })
  watch(shown, (one) => {
    const element = canvas.value?.$el as Element | undefined
    if (one) element?.scrollIntoView({ block: 'nearest' })
  })
  const levels = computed(() => {
    const worst = new Map<string, Level>()
    const of = shown.value ? [shown.value] : findings.value
    for (const { finding, things } of of) {
      // The first thing is the one that it is about; the others are marked while it is shown.
      for (const id of shown.value ? things : things.slice(0, 1)) {
        const before = worst.get(id)
        if (!before || LEVELS.indexOf(finding.level) > LEVELS.indexOf(before))
          worst.set(id, finding.level)
      }
    }
    return new Map([...worst].filter(([, level]) => level !== 'clear'))
  })
  const lines = computed<readonly (readonly Point[])[]>(() => shown.value?.lines ?? [])
  const screens = computed<readonly (readonly Point[])[]>(() => shown.value?.screens ?? [])
  return { shown, levels, lines, screens }
}
