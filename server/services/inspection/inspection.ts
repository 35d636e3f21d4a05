import { randomUUID } from 'node:crypto'
import type { z } from 'zod'
import type { ItemKind } from '#core/inspection/checklist.table'
import {
  ChecklistMismatch,
  judgeInspection,
  type InspectionOutcome,
} from '#core/inspection/inspection'
import type { GearState } from '#core/inspection/gear'
import {
  allItems,
  findItem,
  holdItem,
  insertInspection,
  insertItem,
  inspectionsOf,
  listItems,
  setLock,
  updateItem,
} from '#server/db/item'
import type { PageQuery } from '#server/db/page'
import { inOrganisation } from '#server/db/pool'
import { AppError, fieldError, notFound } from '#server/http/errors'
import type { inspectionSchema, InspectionBody, Item, ItemBody } from '#shared/inspection/schema'
import { isStaff, record, type Actor } from '../actor'
import { scopeOf } from '../shop/shop'

export function readItems(
  actor: Actor,
  query: PageQuery & { sort: 'attention' | 'label'; kind?: ItemKind; all: boolean },
): Promise<{ rows: Item[]; total: number; page: number; pages: number }> {
  return inOrganisation(actor.organisation, async (db) => {
    const scope = await scopeOf(db, actor)
    if (!query.all) return listItems(db, scope, query)
    const rows = await allItems(db, scope, query.kind ?? null)
    return { rows, total: rows.length, page: 1, pages: 1 }
  })
}

export async function addItem(actor: Actor, body: ItemBody): Promise<{ id: string }> {
  const id = randomUUID()
  await inOrganisation(actor.organisation, async (db) => {
    await insertItem(db, {
      ...body,
      id,
      organisation: actor.organisation,
      site: actor.site,
      rehearsal: actor.rehearsal,
    })
    await record(db, actor, 'item_added', body.kind, id, body)
  })
  return { id }
}

export async function changeItem(
  actor: Actor,
  kind: ItemKind,
  id: string,
  body: ItemBody,
): Promise<void> {
  if (body.kind !== kind) throw fieldError('kind', 'The kind of an item does not change.')
  await inOrganisation(actor.organisation, async (db) => {
    if (!(await updateItem(db, id, body))) throw notFound(kind)
    await record(db, actor, 'item_changed', kind, id, body)
  })
}

export function readItem(
  actor: Actor,
  kind: ItemKind,
  id: string,
): Promise<{ item: Item; inspections: z.input<typeof inspectionSchema>[] }> {
  return inOrganisation(actor.organisation, async (db) => {
    const item = await findItem(db, await scopeOf(db, actor), kind, id)
    if (!item) throw notFound(kind)
    const rows = await inspectionsOf(db, kind, id, 20)
    return {
      item,
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
 * Log an inspection. A failed critical line locks the item. A locked item is unlocked only by a lead or instructor
 * who says what was repaired and passes it afresh; anything else leaves it locked.
 */
export function inspectItem(
  actor: Actor,
  kind: ItemKind,
  id: string,
  body: InspectionBody,
): Promise<Pick<InspectionOutcome, 'result' | 'lockReason'>> {
  return inOrganisation(actor.organisation, async (db) => {
    await holdItem(db, kind, id)
    const item = await findItem(db, await scopeOf(db, actor), kind, id)
    if (!item) throw notFound(kind)
    const outcome = judged(kind, body)
    const unlocks = item.lockReason !== null && outcome.result !== 'locked'
    if (unlocks && !isStaff(actor))
      throw new AppError(
        403,
        'locked',
        'This item is locked out. A lead or instructor unlocks it, with a repair note and a fresh pass.',
      )
    if (unlocks && !body.repairNote)
      throw fieldError('repairNote', 'Say what was repaired; without it the item stays locked.')
    if (unlocks && outcome.result === 'fail')
      throw fieldError('lines', 'A locked item needs a full pass to be unlocked.')
    await insertInspection(db, {
      id: randomUUID(),
      organisation: actor.organisation,
      kind,
      item: id,
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
    const action = outcome.result === 'locked' ? 'locked_out' : unlocks ? 'unlocked' : 'inspected'
    await record(db, actor, action, kind, id, {
      label: item.label,
      result: outcome.result,
      ...(outcome.lockReason && { reason: outcome.lockReason }),
      ...(unlocks && { repairNote: body.repairNote }),
    })
    return { result: outcome.result, lockReason: outcome.lockReason }
  })
}

function judged(kind: ItemKind, body: InspectionBody): InspectionOutcome {
  try {
    return judgeInspection(kind, body.lines)
  } catch (error) {
    if (error instanceof ChecklistMismatch) throw fieldError(`lines.${error.path}`, error.message)
    throw error
  }
}

/** An item as the engine sees it. */
export const gearState = (item: Item): GearState => ({
  kind: item.kind,
  name: item.label,
  lockReason: item.lockReason,
  lastResult: item.lastResult,
  daysSince: item.daysSince,
  everyDays: item.everyDays,
})
