import { thingsInReach, type InReach, type WorkPoint } from '#core/firewatch/reach-map'
import { faultsOf } from '#core/plan/faults'
import type { Plan } from '#core/plan/plan'
import { middleOf } from '#core/plan/shape'
import type { PermitDbRow } from '#server/db/permit'
import { findPlanVersion } from '#server/db/plan'
import type { Db } from '#server/db/pool'
import { fieldError } from '#server/errors'
import { canonical, hashOf } from '../canonical'

/** What some hot work stands on: its own sketch, or a published plan. */
export interface Ground {
  /** The same as long as the same is drawn. */
  edition: number | string
  plan: Plan
}

/** @param version of the plan; null: the newest. @returns null: it is on neither */
export async function groundOf(
  db: Db,
  { site_id: site, sketch, work }: Pick<PermitDbRow, 'site_id' | 'sketch' | 'work'>,
  version: number | null = null,
): Promise<Ground | null> {
  if (!work) return null
  if (sketch) return { edition: `sketch ${hashOf(canonical(sketch))}`, plan: sketch }
  const published = await findPlanVersion(db, site, version)
  return published && { edition: published.number, plan: published.plan }
}

/** What is drawn around some work; null: it is on no floor of it. */
export function inReachOf(
  ground: Ground | null,
  work: WorkPoint | null,
  reach: number,
): InReach[] | null {
  if (!work || !ground?.plan.floors.some(({ id }) => id === work.floor)) return null
  return thingsInReach(ground.plan, work, reach)
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

/** @throws at its field where the sketch cannot be read, or the work is not on what it is said to be on */
export async function refuseOffGround(
  db: Db,
  permit: Pick<PermitDbRow, 'id' | 'site_id' | 'sketch' | 'work'>,
): Promise<void> {
  if (permit.sketch) refuseBadSketch(permit.id, permit.sketch)
  if (!permit.work) return
  const ground = await groundOf(db, permit)
  if (!ground?.plan.floors.some(({ id }) => id === permit.work!.floor))
    throw fieldError(
      'work',
      permit.sketch ? 'The work is not on the sketch.' : 'The published plan has no such floor.',
    )
}

/** Its floor is called as its permit is: floors of two sketches are never one place. */
function refuseBadSketch(permit: string, sketch: Plan): void {
  if (sketch.floors[0]?.id !== permit)
    throw fieldError('sketch', 'This sketch is of another permit.')
  const wrong = faultsOf(sketch).find(({ kind }) => kind === 'error')
  if (!wrong) return
  const name = sketch.things.find(({ id }) => id === wrong.thing)?.name
  throw fieldError('sketch', `${name || 'Something'}: ${wrong.message}`)
}
