import { isCalibrated } from '#core/inspection/calibration'
import { findGear } from '#server/db/gear'
import type { Db } from '#server/db/pool'
import { fieldError } from '#server/errors'
import type { ShopScope } from '../shop/shop'
import { refuseLocked } from './lock'

/**
 * By what a reading is taken. One that is not in the register counts as not calibrated.
 * @param day ISO day of the reading
 * @throws where there is no such meter, or it is locked out
 */
export async function meterFor(
  db: Db,
  scope: ShopScope,
  { id, kind, day }: { id: string | null; kind: 'gasMeter' | 'airMeter'; day: string },
): Promise<{ name: string | null; calibrated: boolean }> {
  if (id === null) return { name: null, calibrated: false }
  const meter = await findGear(db, scope, kind, id)
  if (!meter) throw fieldError('meterId', 'There is no such meter.')
  refuseLocked([meter], 'Read with it', 'meterId')
  return { name: meter.label, calibrated: isCalibrated(meter.fields, day) }
}
