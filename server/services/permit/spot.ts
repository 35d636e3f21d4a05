import { spotsRead, tracesAt } from '#core/firewatch/spot'
import type { EventRow } from '#server/db/permit-event'
import type { Db } from '#server/db/pool'
import { findSpot } from '#server/db/spot'
import { fieldError } from '#server/errors'
import type { RoundSpot, StepDetails } from '#shared/permit/round'
import type { Actor } from '../actor'
import { countsAt } from '../late/late'

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
  const before = spotsBefore(actor, events)
  const all: Looked = []
  for (const [i, place] of looked.entries()) {
    if (!place.spot) {
      all.push(place)
      continue
    }
    const spot = await provenSpot(db, actor, place.spot, `looked.${i}.spot`)
    all.push({ ...place, spot, traces: tracesAt(place, before.get(place.id) ?? null) })
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

/** What was read last at each place on rounds made before this one, K. */
function spotsBefore(actor: Actor, events: readonly EventRow[]): Map<string, number> {
  const made = (countsAt(actor) ?? actor.now).getTime()
  const rounds = events
    .filter(({ kind, counts_at: at }) => kind === 'round' && at !== null && at.getTime() <= made)
    .toSorted((a, b) => a.counts_at!.getTime() - b.counts_at!.getTime())
  return spotsRead(rounds.map(({ details }) => details?.looked ?? []))
}
