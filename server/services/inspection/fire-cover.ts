import type { Finding } from '#core/finding/finding'
import { judgeFireCover } from '#core/inspection/fire-cover'
import { burningStations, extinguishersFor } from '#server/db/extinguisher'
import { walksFrom } from '#server/db/plan-walk'
import { inOrganisation, type Db } from '#server/db/pool'
import { listStations } from '#server/db/station'
import { gearState } from '#shared/inspection/state'
import type { FireCover } from '#shared/shop/fire-cover'
import type { Actor } from '../actor'
import { scopeOf, type ShopScope } from '../shop/shop'

/** Whether some stations have the extinguishers that they need. */
async function coverOf(
  db: Db,
  scope: ShopScope,
  stations: readonly string[],
): Promise<FireCover[]> {
  const places = await burningStations(db, scope, stations)
  const isTold = places.some(({ burns }) => burns !== null)
  const walks = isTold ? await walksFrom(db, scope.site, stations) : []
  const inReach = [...new Set(walks.map(({ gearId }) => gearId))]
  const extinguishers = isTold ? await extinguishersFor(db, scope, stations, inReach) : []
  const walk = new Map(walks.map((one) => [`${one.stationId} ${one.gearId}`, one.metres]))
  return places.map(({ id, name, burns }) => ({
    stationId: id,
    findings: judgeFireCover(
      name,
      burns,
      extinguishers.map((gear) => ({
        gear: gearState(gear, scope),
        here: gear.stationId === id,
        walk: walk.get(`${id} ${gear.id}`) ?? null,
      })),
    ),
  }))
}

/** What holds work back at some stations. Where nobody told what can burn, the sweep of each permit asks for its extinguisher. */
export async function fireCoverOfWork(
  db: Db,
  scope: ShopScope,
  stations: readonly string[],
): Promise<Map<string, Finding[]>> {
  const told = (await burningStations(db, scope, stations)).filter(({ burns }) => burns !== null)
  const ids = told.map(({ id }) => id)
  const cover = ids.length > 0 ? await coverOf(db, scope, ids) : []
  return new Map(
    cover.map(({ stationId, findings }) => [
      stationId,
      findings.filter(({ level }) => level !== 'clear'),
    ]),
  )
}

export const readFireCover = (actor: Actor): Promise<FireCover[]> =>
  inOrganisation(actor.organisation, async (db) => {
    const stations = await listStations(db, actor.site)
    return coverOf(
      db,
      await scopeOf(db, actor),
      stations.map(({ id }) => id),
    )
  })
