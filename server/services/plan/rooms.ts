import type { AirSpace } from '#core/job/job'
import { roomsOfStations } from '#core/plan/air'
import { findPlanVersion } from '#server/db/plan'
import { inOrganisation, type Db } from '#server/db/pool'
import { fieldError } from '#server/errors'
import type { PlanRooms } from '#shared/plan/rooms'
import type { Actor } from '../actor'

export const readPlanRooms = (actor: Actor): Promise<PlanRooms> =>
  inOrganisation(actor.organisation, async (db) => {
    const version = await findPlanVersion(db, actor.site, null)
    if (!version) return { plan: null, rooms: [] }
    const rooms = [...roomsOfStations(version.plan)]
    return {
      plan: version.number,
      rooms: rooms.map(([stationId, room]) => ({ stationId, ...room })),
    }
  })

/** Figures of a room differ by less than this where only their last digit was rounded, share. */
const ROUNDED = 1e-6

/**
 * Air that is said to be measured on a plan is what that plan says of this station.
 * @throws at the field, where it is not
 */
export async function refuseMadeUp(
  db: Db,
  actor: Actor,
  station: string | null,
  air: Pick<AirSpace, 'volume' | 'ceiling' | 'measuredOn'>,
  path: string,
): Promise<void> {
  if (!air.measuredOn) return
  const version = await findPlanVersion(db, actor.site, air.measuredOn.plan)
  const measured = version && station ? roomsOfStations(version.plan).get(station) : undefined
  if (
    measured?.room === air.measuredOn.room &&
    isSame(measured.volume, air.volume) &&
    isSame(measured.ceiling, air.ceiling)
  )
    return
  throw fieldError(
    `${path}.volume`,
    'The plan says something else; measure it there again, or type it.',
  )
}

const isSame = (one: number | null, other: number | null): boolean =>
  one === other ||
  (one !== null && other !== null && Math.abs(one - other) <= ROUNDED * Math.abs(one))
