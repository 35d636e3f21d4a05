import type { PlanNow } from '#shared/plan/live'
import type { Actor } from '../actor'
import { changes } from '../changes/listen'
import { readPlanNow } from './now'

/** A site as it was read last, good until something changes or the clock moves on. */
interface Kept {
  state: string
  until: number
  reading: Promise<PlanNow>
}
/** What comes due by the clock alone is seen after so long, ms. */
const HOLDS_MS = 5_000
const kept = new Map<string, Kept>()
const MOST_KEPT = 200

/**
 * The site as it is now. Many screens that hear of one change read it once; it is the same for all who may see it.
 * While changes are not heard of it is read each time.
 */
export function planNow(actor: Actor): Promise<PlanNow> {
  const state = changes.stateOf(actor.organisation)
  if (state === null) return readPlanNow(actor)
  const before = kept.get(actor.site)
  if (before && before.state === state && Date.now() < before.until) return before.reading
  const reading = readPlanNow(actor)
  if (kept.size >= MOST_KEPT) kept.clear()
  kept.set(actor.site, { state, until: Date.now() + HOLDS_MS, reading })
  reading.catch(() => kept.delete(actor.site))
  return reading
}
