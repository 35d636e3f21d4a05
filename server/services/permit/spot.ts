import { tracesAt } from '#core/firewatch/spot'
import type { EventRow } from '#server/db/permit-event'
import type { Db } from '#server/db/pool'
import { findSpot } from '#server/db/spot'
import { fieldError } from '#server/errors'
import type { RoundSpot, StepDetails } from '#shared/permit/round'
import type { Actor } from '../actor'

type Looked = NonNullable<StepDetails['looked']>

/**
 * Places of a round with what their spot readings say: heat is noticed there, whether or not whoever walked it said so.
 * @throws where a reading is told to be of a camera that did not send it; of a round that came late it counts as typed
 */
export async function withHeat(
  db: Db,
  actor: Actor,
  events: readonly EventRow[],
  looked: Looked,
): Promise<Looked> {
  const all: Looked = []
  for (const [i, place] of looked.entries()) {
    if (!place.spot) {
      all.push(place)
      continue
    }
    const spot = await provenSpot(db, actor, place.spot, `looked.${i}.spot`)
    all.push({ ...place, spot, traces: tracesAt(place, spotBefore(events, place.id)) })
  }
  return all
}

async function provenSpot(db: Db, actor: Actor, spot: RoundSpot, path: string): Promise<RoundSpot> {
  const { kelvin, camera } = spot
  if (!camera) return { kelvin }
  if ((await findSpot(db, actor.site, camera)) === kelvin) return spot
  if (!actor.late) throw fieldError(path, 'The camera did not send this. Take it again.')
  return { kelvin }
}

/** What the newest round before read at a place, K. */
function spotBefore(events: readonly EventRow[], place: string): number | null {
  const read = events
    .filter(({ kind, counts_at }) => kind === 'round' && counts_at !== null)
    .toSorted((a, b) => b.counts_at!.getTime() - a.counts_at!.getTime())
    .flatMap(({ details }) => details?.looked ?? [])
    .find(({ id, spot }) => id === place && spot)
  return read?.spot?.kelvin ?? null
}
