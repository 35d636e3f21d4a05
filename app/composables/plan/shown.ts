import type { ComponentPublicInstance, Ref } from 'vue'
import { worstFirst, type Level } from '#core/finding/finding'
import type { Point } from '#core/plan/plan'
import type { PlanJudged } from '#shared/plan/judged'
import type { ShownFinding } from '#shared/plan/schema'

/**
 * What Findings put on the plan: the worst level of each thing, and the ways of the one that is shown.
 * @param judged what is said of the plan; null: nothing yet
 * @param canvas that shows it: it comes into view
 */
export function useShownFindings(
  judged: Readonly<Ref<Pick<PlanJudged, 'marks'> | null>>,
  canvas: Readonly<Ref<ComponentPublicInstance | null>>,
) {
  const shown = shallowRef<ShownFinding | null>(null)
  watch(judged, () => {
    shown.value = null
  })
  watch(shown, (one) => {
    const element = canvas.value?.$el as Element | undefined
    if (one) element?.scrollIntoView({ block: 'nearest' })
  })
  const levels = computed(() => {
    // A Finding is counted with the first thing that it is about; the others are marked while it is shown.
    if (shown.value) return levelsOf([{ level: shown.value.finding.level, ...shown.value }])
    return levelsOf(judged.value?.marks ?? [])
  })
  const lines = computed<readonly (readonly Point[])[]>(() => shown.value?.lines ?? [])
  const screens = computed<readonly (readonly Point[])[]>(() => shown.value?.screens ?? [])
  return { shown, levels, lines, screens }
}

/** The worst that is said of each thing; what is clear is not marked. */
function levelsOf(
  marks: readonly { level: Level; things: readonly string[] }[],
): Map<string, Level> {
  const worst = new Map<string, Level>()
  for (const { level, things } of marks.toSorted((a, b) => worstFirst(a.level, b.level)))
    if (level !== 'clear')
      for (const thing of things) if (!worst.has(thing)) worst.set(thing, level)
  return worst
}
