import { createHash, randomUUID } from 'node:crypto'
import { KINDS } from '#core/inspection/kinds.table'
import {
  cylindersByLabel,
  holdCylinder,
  insertCylinderEvent,
  setPlace,
  updateCylinder,
  type KnownLabel,
} from '#server/db/cylinder'
import { findGasStore } from '#server/db/gas-store'
import { inOrganisation, type Db } from '#server/db/pool'
import { conflict, fieldError } from '#server/errors'
import { inPool } from '#server/heavy/pool'
import type { z } from 'zod'
import type { deliveryBody, DeliveryPreview } from '#shared/gas/delivery'
import { record, type Actor } from '../actor'
import { putInService } from '../inspection/gear'
import { scopeOf, type ShopScope } from '../shop/shop'
import type { DeliveryFile, DeliveryRow } from './delivery-file'

type Row = DeliveryPreview['rows'][number]
interface Planned {
  row: Row
  /** The cylinder that comes back; null: a new one. */
  known: string | null
  from: DeliveryRow
}

/**
 * Show what a delivery note would do, or do exactly that: new cylinders are added, those that were empty or sent back come back
 * full. All or nothing; sent twice, the second meets other cylinders than the preview showed and is refused.
 */
export async function takeDelivery(
  actor: Actor,
  body: z.output<typeof deliveryBody>,
): Promise<DeliveryPreview> {
  const file = await inPool('readDeliveryFile', actor.person, { csv: body.csv })
  return inOrganisation(actor.organisation, async (db) => {
    if (!(await findGasStore(db, actor.site, body.storeId)))
      throw fieldError('storeId', 'There is no such store.')
    const { planned, fingerprint } = await plan(db, actor, body, file)
    const count = (action: Row['action']): number =>
      planned.filter(({ row }) => row.action === action).length
    const preview: DeliveryPreview = {
      applied: false,
      fingerprint,
      counts: { add: count('add'), back: count('back'), broken: count('broken') },
      headerErrors: file.headerErrors,
      rows: planned.map(({ row }) => row),
    }
    if (!body.apply) return preview
    if (file.headerErrors.length > 0) throw fieldError('csv', file.headerErrors[0]!)
    if (body.fingerprint !== fingerprint)
      throw conflict(
        'The file or the cylinders changed since the preview. Look at it again.',
        'changed',
      )
    if (preview.counts.broken > 0)
      throw fieldError('csv', `${preview.counts.broken} rows are broken. Nothing was taken over.`)
    const scope = await scopeOf(db, actor)
    for (const one of planned) await arrive(db, actor, one, body.storeId, scope)
    await record(db, actor, 'cylinders_delivered', 'gas_store', body.storeId, preview.counts)
    return { ...preview, applied: true }
  })
}

async function plan(
  db: Db,
  actor: Actor,
  body: z.output<typeof deliveryBody>,
  file: DeliveryFile,
): Promise<{ planned: Planned[]; fingerprint: string }> {
  const known = new Map(
    (
      await cylindersByLabel(
        db,
        actor.site,
        file.rows.map(({ label }) => label.toLowerCase()),
      )
    ).map((row) => [row.label.toLowerCase(), row]),
  )
  const state = JSON.stringify([body.csv, body.storeId, [...known.values()]])
  return {
    planned: file.rows.map((from) => planRow(from, known.get(from.label.toLowerCase()))),
    fingerprint: createHash('sha256').update(state).digest('hex'),
  }
}

function planRow(from: DeliveryRow, known: KnownLabel | undefined): Planned {
  const base = {
    line: from.line,
    label: from.label,
    gas: from.gas,
    gasTold: from.details?.parts != null,
  }
  const broken = (errors: Row['errors']): Planned => ({
    row: { ...base, action: 'broken', errors },
    known: null,
    from,
  })
  if (!from.details) return broken(from.errors)
  if (!known) return { row: { ...base, action: 'add', errors: [] }, known: null, from }
  if (known.state !== 'empty' && known.state !== 'returned')
    return broken([
      { column: 'label', message: `It is here already: ${known.state ?? 'state not told'}.` },
    ])
  if (known.gas.toLowerCase() !== from.gas.toLowerCase())
    return broken([
      {
        column: 'gas',
        message: `Until now it held ${known.gas}. Look at the label, and change it by hand.`,
      },
    ])
  return { row: { ...base, action: 'back', errors: [] }, known: known.id, from }
}

async function arrive(
  db: Db,
  actor: Actor,
  { known, from }: Planned,
  storeId: string,
  scope: ShopScope,
): Promise<void> {
  const id = known ?? (await addCylinder(db, actor, scope, from))
  if (known) await holdCylinder(db, known)
  const { today } = scope
  const to = { state: 'full' as const, storeId, stationId: null, setId: null }
  await insertCylinderEvent(db, {
    id: randomUUID(),
    organisation: actor.organisation,
    cylinder: id,
    kind: 'move',
    at: actor.now,
    person: actor.person,
    move: to,
    note: known ? 'Delivered full again' : 'Delivered',
    rehearsal: actor.rehearsal,
  })
  await setPlace(db, id, { ...to, capped: null, chained: null, today, arrivedOn: today })
}

async function addCylinder(
  db: Db,
  actor: Actor,
  scope: ShopScope,
  from: DeliveryRow,
): Promise<string> {
  const id = await putInService(db, actor, scope, {
    kind: 'cylinder',
    label: from.label,
    gas: from.gas,
    description: '',
    everyDays: KINDS.cylinder.everyDays,
    stationId: null,
  })
  await updateCylinder(db, id, from.details!, null)
  return id
}
