import { randomUUID } from 'node:crypto'
import type { z } from 'zod'
import type { GearKind } from '#core/inspection/checklist.table'
import {
  ChecklistMismatch,
  judgeInspection,
  type InspectionOutcome,
} from '#core/inspection/inspection'
import type { GearState } from '#core/inspection/gear'
import {
  allGear,
  findGear,
  holdGear,
  insertInspection,
  insertGear,
  inspectionsOf,
  listGear,
  setLock,
  updateGear,
} from '#server/db/gear'
import { markSetChanged } from '#server/db/gas-set'
import type { PageQuery } from '#server/db/page'
import { inOrganisation, type Db } from '#server/db/pool'
import { AppError, fieldError, notFound } from '#server/errors'
import type { inspectionSchema, InspectionBody, Gear, GearBody } from '#shared/inspection/schema'
import { isStaff, record, type Actor } from '../actor'
import { followSet } from '../gas/follow'
import { scopeOf } from '../shop/shop'
import { changedMeanwhile } from '../version'

export function readGearList(
  actor: Actor,
  query: PageQuery & { sort: 'attention' | 'label'; kind?: GearKind; all: boolean },
): Promise<{ rows: Gear[]; total: number; page: number; pages: number }> {
  return inOrganisation(actor.organisation, async (db) => {
    const scope = await scopeOf(db, actor)
    if (!query.all) return listGear(db, scope, query)
    const rows = await allGear(db, scope, query.kind ?? null)
    return { rows, total: rows.length, page: 1, pages: 1 }
  })
}

export async function addGear(actor: Actor, body: GearBody): Promise<{ id: string }> {
  const id = randomUUID()
  await inOrganisation(actor.organisation, async (db) => {
    await insertGear(db, {
      ...body,
      id,
      organisation: actor.organisation,
      site: actor.site,
      rehearsal: actor.rehearsal,
    })
    await record(db, actor, 'gear_added', body.kind, id, body)
  })
  return { id }
}

export async function changeGear(
  actor: Actor,
  kind: GearKind,
  id: string,
  body: GearBody,
): Promise<void> {
  if (body.kind !== kind) throw fieldError('kind', 'The kind of a piece of gear does not change.')
  await inOrganisation(actor.organisation, async (db) => {
    if (body.kind === 'cylinder') await requireItsStation(db, actor, id, body.stationId)
    const before =
      body.kind === 'gasSet' ? await findGear(db, await scopeOf(db, actor), kind, id) : null
    if (!(await updateGear(db, id, body))) {
      const now = await findGear(db, await scopeOf(db, actor), kind, id)
      throw now ? changedMeanwhile(body, { ...now, assignedTo: now.assignedToId }) : notFound(kind)
    }
    if (body.kind === 'gasSet' && before?.stationId !== body.stationId)
      await followSet(db, actor, { ...body, id })
    await record(db, actor, 'gear_changed', kind, id, body)
  })
}

/** A cylinder goes elsewhere by a move, with its valve shut and its cap on; never by an edit. */
async function requireItsStation(
  db: Db,
  actor: Actor,
  id: string,
  stationId: string | null,
): Promise<void> {
  const now = await findGear(db, await scopeOf(db, actor), 'cylinder', id)
  if (now && now.stationId !== stationId)
    throw fieldError('stationId', 'Move it on its page: valve shut and cap on first.')
}

export function readGear(
  actor: Actor,
  kind: GearKind,
  id: string,
): Promise<{ gear: Gear; inspections: z.input<typeof inspectionSchema>[] }> {
  return inOrganisation(actor.organisation, async (db) => {
    const gear = await findGear(db, await scopeOf(db, actor), kind, id)
    if (!gear) throw notFound(kind)
    const rows = await inspectionsOf(db, kind, id, 20)
    return {
      gear,
      inspections: rows.map((row) => ({
        id: row.id,
        at: row.at.toISOString(),
        person: row.person,
        result: row.result,
        repairNote: row.repair_note,
        rehearsal: row.rehearsal,
        lines: row.lines,
      })),
    }
  })
}

/**
 * Log an inspection. A failed critical line locks the gear. Locked gear is unlocked only by a lead or instructor
 * who says what was repaired and passes it afresh; anything else leaves it locked.
 */
export function inspectGear(
  actor: Actor,
  kind: GearKind,
  id: string,
  body: InspectionBody,
): Promise<Pick<InspectionOutcome, 'result' | 'lockReason'>> {
  return inOrganisation(actor.organisation, async (db) => {
    await holdGear(db, kind, id)
    const gear = await findGear(db, await scopeOf(db, actor), kind, id)
    if (!gear) throw notFound(kind)
    const outcome = judged(kind, body)
    const unlocks = gear.lockReason !== null && outcome.result !== 'locked'
    if (unlocks && !isStaff(actor))
      throw new AppError(
        403,
        'locked',
        'It is locked out. A lead or instructor unlocks it, with a repair note and a fresh pass.',
      )
    if (unlocks && !body.repairNote)
      throw fieldError('repairNote', 'Say what was repaired; without it it stays locked.')
    if (unlocks && outcome.result === 'fail')
      throw fieldError('lines', 'Locked gear needs a full pass to be unlocked.')
    await insertInspection(db, {
      id: randomUUID(),
      organisation: actor.organisation,
      kind,
      gear: id,
      person: actor.person,
      at: actor.now,
      result: outcome.result,
      lines: outcome.lines,
      repairNote: body.repairNote ?? null,
      rehearsal: actor.rehearsal,
    })
    if (outcome.result === 'locked')
      await setLock(db, kind, id, { reason: outcome.lockReason!, at: actor.now })
    else if (unlocks) await setLock(db, kind, id, null)
    // What was repaired on a gas set is tested for leaks before the set is used.
    if (unlocks) await markSetChanged(db, [gear.setId ?? id], actor.now)
    const passed = unlocks ? 'unlocked' : 'inspected'
    const action = outcome.result === 'locked' ? 'locked_out' : passed
    await record(db, actor, action, kind, id, {
      label: gear.label,
      result: outcome.result,
      ...(outcome.lockReason && { reason: outcome.lockReason }),
      ...(unlocks && { repairNote: body.repairNote }),
    })
    return { result: outcome.result, lockReason: outcome.lockReason }
  })
}

function judged(kind: GearKind, body: InspectionBody): InspectionOutcome {
  try {
    return judgeInspection(kind, body.lines)
  } catch (error) {
    if (error instanceof ChecklistMismatch) throw fieldError(`lines.${error.path}`, error.message)
    throw error
  }
}

/** Gear as the engine sees it. */
export const gearState = (gear: Gear): GearState => ({
  kind: gear.kind,
  name: gear.label,
  lockReason: gear.lockReason,
  lastResult: gear.lastResult,
  daysSince: gear.daysSince,
  everyDays: gear.everyDays,
})
