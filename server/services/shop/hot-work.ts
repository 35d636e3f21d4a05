import { HOT_WORK_KINDS, hotWorkPlace, type HotWorkPlace } from '#core/firewatch/hot-work-place'
import { findPlanKinds } from '#server/db/plan'
import type { Db } from '#server/db/pool'
import { listStations } from '#server/db/station'
import type { Station } from '#shared/shop/schema'

/** Stations with whether hot work there needs a permit, by what the shop says and the published plan shows. */
export async function stationsWithPlace(
  db: Db,
  site: string,
): Promise<(Station & { hotWork: HotWorkPlace })[]> {
  const plan = await findPlanKinds(db, site, HOT_WORK_KINDS)
  return (await listStations(db, site)).map((station) => ({
    ...station,
    hotWork: hotWorkPlace(station.designated, station.id, plan),
  }))
}

/** Of the place of a job; one that is at no station has none. */
export async function isDesignated(
  db: Db,
  site: string,
  { station_id: station, designated }: { station_id: string | null; designated: boolean },
): Promise<boolean> {
  if (station === null || !designated) return false
  const plan = await findPlanKinds(db, site, HOT_WORK_KINDS)
  return hotWorkPlace(designated, station, plan).isDesignated
}
