import {
  isCalibrated,
  METER_KINDS,
  type MeterKind,
  type MetersUsed,
} from '#core/inspection/calibration'
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
  {
    id,
    kind,
    day,
    field = 'meterId',
  }: { id: string | null; kind: MeterKind; day: string; field?: string },
): Promise<{ name: string | null; calibrated: boolean }> {
  if (id === null) return { name: null, calibrated: false }
  const meter = await findGear(db, scope, kind, id)
  if (!meter) throw fieldError(field, 'There is no such meter.')
  refuseLocked([meter], 'Read with it', field)
  return { name: meter.label, calibrated: isCalibrated(meter.fields, day) }
}

/**
 * By what the readings of an inspection are taken today.
 * @param named by kind of meter; one that is not named is not in the register
 */
export async function metersFor(
  db: Db,
  scope: ShopScope,
  named: Readonly<Partial<Record<MeterKind, string | null>>>,
): Promise<MetersUsed> {
  const meters: Partial<Record<MeterKind, MetersUsed[MeterKind]>> = {}
  for (const kind of METER_KINDS) {
    const field = `meters.${kind}`
    const { name, calibrated } = await meterFor(db, scope, {
      id: named[kind] ?? null,
      kind,
      day: scope.today,
      field,
    })
    meters[kind] = { meter: name, calibrated }
  }
  return meters
}
