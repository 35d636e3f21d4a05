import { findGear } from '#server/db/gear'
import type { Db } from '#server/db/pool'
import { conflict, fieldError } from '#server/errors'
import type { Gear } from '#shared/inspection/schema'
import type { ShopScope } from '../shop/shop'

/** The gas set of this site to which a cylinder is connected, and where it stands. @throws where it may take none */
export async function requireConnectable(
  db: Db,
  scope: ShopScope,
  id: string,
): Promise<Pick<Gear, 'stationId'>> {
  const gear = await findGear(db, scope, 'gasSet', id)
  if (!gear) throw fieldError('setId', 'There is no such gas set.')
  if (gear.lockReason)
    throw conflict(`Gas set ${gear.label} is locked out: ${gear.lockReason}.`, 'locked')
  return gear
}
