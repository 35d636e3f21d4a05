import { thingsInReach, type InReach, type WorkPoint } from '#core/firewatch/reach-map'
import type { Plan } from '#core/plan/plan'
import { middleOf } from '#core/plan/shape'
import { findPlanVersion } from '#server/db/plan'
import type { Db } from '#server/db/pool'
import { fieldError } from '#server/errors'

/** What a plan shows around some work; null: the work is not on it. */
export function inReachOf(
  plan: Plan | null,
  work: WorkPoint | null,
  reach: number,
): InReach[] | null {
  if (!work || !plan) return null
  return plan.floors.some(({ id }) => id === work.floor) ? thingsInReach(plan, work, reach) : null
}

/** A station is drawn once; of one that is drawn twice nobody knows which is meant. */
export async function placeOfStation(
  db: Db,
  site: string,
  station: string | null,
): Promise<WorkPoint | null> {
  if (!station) return null
  const plan = (await findPlanVersion(db, site, null))?.plan
  const drawn = plan?.things.filter(({ kind, of }) => kind === 'station' && of === station) ?? []
  const [only] = drawn
  return only && drawn.length === 1 ? { floor: only.floor, ...middleOf(only.shape) } : null
}

/** @throws at its field where the work is not on the published plan */
export async function refuseOffPlan(db: Db, site: string, work: WorkPoint | null): Promise<void> {
  if (!work) return
  const plan = (await findPlanVersion(db, site, null))?.plan
  if (!plan?.floors.some(({ id }) => id === work.floor))
    throw fieldError('work', 'The published plan has no such floor.')
}
