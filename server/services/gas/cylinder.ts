import { judgeEmptied } from '#core/air/emptied'
import type { Finding } from '#core/finding/finding'
import { nameOfParts } from '#core/gas/composition'
import { fullContents } from '#core/gas/cylinder'
import { faultOfReading, judgeContents } from '#core/gas/contents'
import { judgeCylinder } from '#core/gas/judge'
import { faultOfMove, isConnected } from '#core/gas/move'
import { judgeRetest } from '#core/gas/retest'
import {
  eventsOf,
  findCylinder,
  holdCylinder,
  insertCylinderEvent,
  listCylinders,
  setContents,
  setPlace,
  setStanding,
  updateCylinder,
  type CylinderRow,
} from '#server/db/cylinder'
import { markSetChanged } from '#server/db/gas-set'
import { addUse, contentsBefore } from '#server/db/gas-supply'
import { findGasStore } from '#server/db/gas-store'
import type { Page } from '#server/db/page'
import { inOrganisation, type Db } from '#server/db/pool'
import { findStation } from '#server/db/station'
import { KINDS } from '#core/inspection/kinds.table'
import { AppError, conflict, fieldError, notFound } from '#server/errors'
import type { z } from 'zod'
import type {
  Cylinder,
  cylinderEventSchema,
  CylinderDetails,
  CylinderMoveBody,
  LayBody,
  ReadingBody,
} from '#shared/gas/schema'
import { isStaff, record, type Actor } from '../actor'
import { refuseLocked } from '../inspection/lock'
import { isNew } from '../event'
import { scopeOf, type ShopScope } from '../shop/shop'
import { changedMeanwhile } from '../version'
import { requireConnectable } from './connect'

const EVENTS_SHOWN = 50

/** A row with what is worked out of it. */
export function asCylinder(row: CylinderRow, scope: ShopScope): Cylinder {
  const { pressure, temperature, weight, read_at: readAt } = row
  const reading = readAt ? { pressure, temperature, weight } : null
  const judged = judgeCylinder(
    {
      body: row,
      marks: row.marks,
      tenure: row.tenure,
      state: row.state,
      reading,
      readDaysAgo: row.read_days_ago,
      standing: row.stood_at && {
        stoodAt: row.stood_at.getTime(),
        layMinutes: row.lay_minutes,
      },
    },
    {
      today: scope.today,
      now: scope.now.getTime(),
      stopsUntested: scope.stopsUntested,
      standingRule: scope.gas.standingRule,
    },
  )
  return {
    id: row.id,
    label: row.label,
    gas: row.gas,
    parts: row.parts,
    volume: row.volume,
    nominal: row.nominal,
    tare: row.tare,
    service: row.service,
    marks: row.marks,
    serial: row.serial,
    tenure: row.tenure,
    dailyRate: row.daily_rate,
    supplier: row.supplier,
    outlet: row.outlet,
    capped: row.capped,
    chained: row.chained,
    state: row.state,
    storeId: row.store_id,
    stationId: row.station_id,
    setId: row.set_id,
    place: row.place,
    lockReason: row.lock_reason,
    arrivedOn: row.arrived_on,
    reading: reading && readAt ? { ...reading, at: readAt.toISOString() } : null,
    version: row.version,
    ...judged,
  }
}

export const readCylinders = (
  actor: Actor,
  query: Parameters<typeof listCylinders>[2],
): Promise<Page<Cylinder>> =>
  inOrganisation(actor.organisation, async (db) => {
    const scope = await scopeOf(db, actor)
    const page = await listCylinders(db, scope, query)
    return { ...page, rows: page.rows.map((row) => asCylinder(row, scope)) }
  })

async function requireCylinder(db: Db, scope: ShopScope, id: string): Promise<CylinderRow> {
  const row = await findCylinder(db, scope, id)
  if (!row) throw notFound('cylinder')
  return row
}

export const readCylinder = (
  actor: Actor,
  id: string,
): Promise<{
  cylinder: Cylinder
  events: z.input<typeof cylinderEventSchema>[]
  emptied: Finding | null
}> =>
  inOrganisation(actor.organisation, async (db) => {
    const scope = await scopeOf(db, actor)
    const row = await requireCylinder(db, scope, id)
    const events = await eventsOf(db, id, EVENTS_SHOWN)
    const cylinder = asCylinder(row, scope)
    const station = row.station_id ? await findStation(db, row.station_id) : null
    return {
      cylinder,
      emptied:
        station &&
        judgeEmptied({
          parts: row.parts,
          amount: cylinder.left ?? fullContents({ ...row, plus: false }),
          air: station.air,
        }),
      events: events.map((event) => ({ ...event, at: event.at.toISOString() })),
    }
  })

export async function changeCylinder(
  actor: Actor,
  id: string,
  body: CylinderDetails,
): Promise<void> {
  await inOrganisation(actor.organisation, async (db) => {
    if (!(await updateCylinder(db, id, body, body.parts && nameOfParts(body.parts)))) {
      const scope = await scopeOf(db, actor)
      throw changedMeanwhile(body, asCylinder(await requireCylinder(db, scope, id), scope))
    }
    // The same reading says something else of another size or another gas.
    const scope = await scopeOf(db, actor)
    const row = await requireCylinder(db, scope, id)
    await setContents(db, id, contentsOf(row, scope))
    await record(db, actor, 'cylinder_described', 'cylinder', id, body)
  })
}

/** What it holds by its newest reading, m3; null: not known. */
function contentsOf(row: CylinderRow, { today }: ShopScope): number | null {
  const { pressure, temperature, weight, read_at: readAt } = row
  if (!readAt) return null
  const { plus } = judgeRetest(row.marks, { today, tenure: null, stopsUse: false })
  return judgeContents({ ...row, plus }, { pressure, temperature, weight }).left
}

/** A gauge or a scale. The same event twice counts once; one that cannot be right is refused at its field. */
export const logReading = (actor: Actor, id: string, body: ReadingBody): Promise<Cylinder> =>
  inOrganisation(actor.organisation, async (db) => {
    const { eventId, note, ...reading } = body
    const scope = await scopeOf(db, actor)
    const fresh = await isNew(db, actor, {
      id: eventId,
      kind: 'cylinder_reading',
      of: id,
      content: { ...reading, note },
    })
    const row = await requireCylinder(db, scope, id)
    if (!fresh) return asCylinder(row, scope)
    if (row.state === 'returned') throw conflict('It has gone back to the supplier.', 'returned')
    const { plus } = judgeRetest(row.marks, { today: scope.today, tenure: null, stopsUse: false })
    const fault = faultOfReading({ ...row, plus }, reading)
    if (fault) throw fieldError(fault.path, fault.message)
    const contents = judgeContents({ ...row, plus }, reading).left
    await countUse(db, actor, scope, row, contents)
    await insertCylinderEvent(db, {
      id: eventId,
      organisation: actor.organisation,
      cylinder: id,
      kind: 'reading',
      at: actor.now,
      person: actor.person,
      reading,
      contents,
      note,
      rehearsal: actor.rehearsal,
    })
    await setContents(db, id, contents)
    await record(db, actor, 'cylinder_read', 'cylinder', id, { ...reading, label: row.label })
    return asCylinder(await requireCylinder(db, scope, id), scope)
  })

/** What is gone since the reading before was drawn in between. A rehearsal draws nothing. */
async function countUse(
  db: Db,
  actor: Actor,
  { timeZone, today, site }: ShopScope,
  row: CylinderRow,
  contents: number | null,
): Promise<void> {
  const before = await contentsBefore(db, row.id, timeZone)
  if (actor.rehearsal || before === null || contents === null || contents >= before.contents) return
  await addUse(db, {
    organisation: actor.organisation,
    site,
    gas: row.gas,
    from: before.day,
    to: today,
    amount: before.contents - contents,
  })
}

/** Acetylene lay down: from now on it stands before it is used. The same event twice counts once. */
export const logLay = (actor: Actor, id: string, body: LayBody): Promise<Cylinder> =>
  inOrganisation(actor.organisation, async (db) => {
    const { eventId, minutes, note } = body
    const scope = await scopeOf(db, actor)
    const fresh = await isNew(db, actor, {
      id: eventId,
      kind: 'cylinder_lay',
      of: id,
      content: { minutes, note },
    })
    const row = await requireCylinder(db, scope, id)
    if (!fresh) return asCylinder(row, scope)
    if (row.parts !== null && !((row.parts.acetylene ?? 0) > 0))
      throw conflict('Only acetylene has to stand after it lay.', 'no_acetylene')
    await insertCylinderEvent(db, {
      id: eventId,
      organisation: actor.organisation,
      cylinder: id,
      kind: 'lay',
      at: actor.now,
      person: actor.person,
      minutes,
      note,
      rehearsal: actor.rehearsal,
    })
    await setStanding(db, id, { at: actor.now, minutes })
    await record(db, actor, 'cylinder_lay', 'cylinder', id, { label: row.label, minutes })
    return asCylinder(await requireCylinder(db, scope, id), scope)
  })

/** Of two who move it at once, one wins and the other is told. What is locked out is not connected. */
export const moveCylinder = (actor: Actor, id: string, body: CylinderMoveBody): Promise<Cylinder> =>
  inOrganisation(actor.organisation, async (db) => {
    const { eventId, ...content } = body
    const scope = await scopeOf(db, actor)
    const fresh = await isNew(db, actor, { id: eventId, kind: 'cylinder_move', of: id, content })
    await holdCylinder(db, id)
    const row = await requireCylinder(db, scope, id)
    if (!fresh) return asCylinder(row, scope)
    if (row.version !== body.version)
      throw conflict(
        `Somebody else has changed ${row.label} meanwhile: ${whereText(row)}. Look again before you move it.`,
        'changed',
      )
    const set = body.setId ? await requireConnectable(db, scope, body.setId) : null
    const to = {
      state: body.state,
      storeId: body.storeId,
      stationId: set ? set.stationId : body.stationId,
      setId: body.setId,
    }
    const fault = faultOfMove(
      {
        state: row.state,
        storeId: row.store_id,
        stationId: row.station_id,
        setId: row.set_id,
      },
      to,
      body.checks,
    )
    if (fault) throw fieldError(fault.path, fault.message)
    if (isConnected(body.state))
      refuseLocked(
        [
          {
            id,
            kind: 'cylinder',
            kindName: KINDS.cylinder.name,
            label: row.label,
            lockReason: row.lock_reason,
            lockedParts: [],
          },
        ],
        'Connect it',
        'state',
      )
    if (row.state === 'quarantine' && !isStaff(actor))
      throw new AppError(403, 'forbidden', 'It was set apart. A lead or instructor moves it on.')
    await requirePlaces(db, actor, to)
    await insertCylinderEvent(db, {
      id: eventId,
      organisation: actor.organisation,
      cylinder: id,
      kind: 'move',
      at: actor.now,
      person: actor.person,
      move: to,
      note: body.note,
      rehearsal: actor.rehearsal,
    })
    await setPlace(db, id, {
      ...to,
      capped: body.checks.capped,
      chained: body.chained,
      today: scope.today,
    })
    if (row.set_id !== to.setId)
      await markSetChanged(
        db,
        [row.set_id, to.setId].filter((one) => one !== null),
        actor.now,
      )
    await record(db, actor, 'cylinder_moved', 'cylinder', id, { ...to, label: row.label })
    return asCylinder(await requireCylinder(db, scope, id), scope)
  })

const whereText = ({ state, place }: CylinderRow): string =>
  [state ?? 'state not told', place && `at ${place}`].filter(Boolean).join(' ')

async function requirePlaces(
  db: Db,
  actor: Actor,
  { storeId, stationId }: { storeId: string | null; stationId: string | null },
): Promise<void> {
  if (storeId && !(await findGasStore(db, actor.site, storeId)))
    throw fieldError('storeId', 'There is no such store.')
  if (stationId && !(await findStation(db, stationId)))
    throw fieldError('stationId', 'There is no such station.')
}
