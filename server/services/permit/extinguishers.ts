import { burningInReach, extinguishersAround } from '#core/firewatch/extinguisher-near'
import type { FireQuery } from '#core/firewatch/fire'
import type { InReach } from '#core/firewatch/reach-map'
import { burningStations } from '#server/db/extinguisher'
import { gearById } from '#server/db/gear'
import type { JobRow } from '#server/db/job'
import type { PermitDbRow } from '#server/db/permit'
import type { Db } from '#server/db/pool'
import { gearState } from '#shared/inspection/state'
import type { Actor } from '../actor'
import { scopeOf } from '../shop/shop'
import type { Ground } from './ground'

interface Place {
  row: PermitDbRow
  job: JobRow
  ground: Ground | null
  inReach: readonly InReach[] | null
}

/** Extinguishers that the plan shows on the floor of some work. A station of which it is told what can burn is judged with the job. */
export async function extinguishersOf(
  db: Db,
  by: Pick<Actor, 'site' | 'now'>,
  { row, job, ground, inReach }: Place,
): Promise<FireQuery['extinguishers']> {
  const { work, sketch } = row
  if (!work || sketch || !ground || inReach === null) return null
  const scope = await scopeOf(db, by)
  if (job.station_id) {
    const [station] = await burningStations(db, scope, [job.station_id])
    if (station?.burns) return null
  }
  const { plan } = ground
  const ids = plan.things.flatMap(({ kind, floor, of }) =>
    kind === 'extinguisher' && floor === work.floor && of !== null ? [of] : [],
  )
  const gear = ids.length > 0 ? await gearById(db, scope, ids) : []
  return {
    burning: burningInReach(plan, inReach, row.found),
    around: extinguishersAround(
      plan,
      work,
      new Map(gear.map((one) => [one.id, gearState(one, scope)])),
    ),
  }
}
