import { findGear } from '#server/db/gear'
import type { Db } from '#server/db/pool'
import { fieldError } from '#server/errors'
import type { Gear } from '#shared/inspection/schema'
import { refuseLocked } from '../inspection/lock'
import type { ShopScope } from '../shop/shop'

/** The gas set of this site to which a cylinder is connected, and where it stands. @throws where it may take none */
export async function requireConnectable(
  db: Db,
  scope: ShopScope,
  id: string,
): Promise<Pick<Gear, 'stationId'>> {
  const gear = await findGear(db, scope, 'gasSet', id)
  if (!gear) throw fieldError('setId', 'There is no such gas set.')
  refuseLocked([gear], 'Connect a cylinder to it', 'setId')
  return gear
}
