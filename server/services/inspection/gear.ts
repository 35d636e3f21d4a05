import { randomUUID } from 'node:crypto'
import type { z } from 'zod'
import { wrongFacts } from '#core/inspection/fields'
import type { GearKind } from '#core/inspection/kind'
import { KINDS } from '#core/inspection/kinds.table'
import { allGear, findGear, fittedTo, gearById } from '#server/db/gear'
import { listGear, type GearQuery } from '#server/db/gear-list'
import { ownKinds } from '#server/db/gear-kind'
import { holdGear, insertGear, updateGear } from '#server/db/gear-write'
import { inspectionsOf } from '#server/db/inspection'
import { setRoutine } from '#server/db/look'
import { inOrganisation, type Db } from '#server/db/pool'
import { photosSeen, portraitOf } from '#server/db/photo'
import { repairsOf, triesOf } from '#server/db/repair'
import { fieldError, notFound } from '#server/errors'
import type { gearRecord } from '#shared/inspection/routes'
import type { Gear, GearBody } from '#shared/inspection/schema'
import { isStaff, record, type Actor } from '../actor'
import { followSet } from '../gas/follow'
import { scopeOf, type ShopScope } from '../shop/shop'
import { changedMeanwhile } from '../version'
import { refuseLocked } from './lock'
import { startLooks } from './look'

export function readGearList(
  actor: Actor,
  query: GearQuery & { all: boolean },
): Promise<{ rows: Gear[]; total: number; page: number; pages: number }> {
  return inOrganisation(actor.organisation, async (db) => {
    const scope = await scopeOf(db, actor)
    if (!query.all) return listGear(db, scope, query)
    const rows = await allGear(db, scope, query.kind ?? null)
    return { rows, total: rows.length, page: 1, pages: 1 }
  })
}

export const addGear = (actor: Actor, body: GearBody): Promise<{ id: string }> =>
  inOrganisation(actor.organisation, async (db) => {
    const scope = await scopeOf(db, actor)
    await requireSound(db, scope, body, null)
    return { id: await putInService(db, actor, scope, body) }
  })

/** Write new gear down and begin its looks. */
export async function putInService(
  db: Db,
  actor: Actor,
  scope: ShopScope,
  body: GearBody,
): Promise<string> {
  const id = randomUUID()
  await insertGear(db, {
    ...body,
    id,
    organisation: actor.organisation,
    site: actor.site,
    today: scope.today,
    rehearsal: actor.rehearsal,
  })
  await startLooks(db, actor, scope, {
    id,
    kind: body.kind,
    kindId: body.kind === 'own' ? body.kindId : null,
    everyDays: body.everyDays,
    inServiceOn: (body.kind === 'cylinder' ? undefined : body.inServiceOn) ?? scope.today,
  })
  await record(db, actor, 'gear_added', body.kind, id, body)
  return id
}

/** What the schema alone cannot tell: the fields of an own kind, and what it is fitted to. */
export async function requireSound(
  db: Db,
  scope: ShopScope,
  body: GearBody,
  before: Gear | null,
): Promise<void> {
  const own =
    body.kind === 'own'
      ? (await ownKinds(db, scope.site)).find((kind) => kind.id === body.kindId)
      : undefined
  if (body.kind === 'own') {
    if (!own) throw fieldError('kindId', 'There is no such kind.')
    const [wrong] = Object.entries(wrongFacts(own.fields, body.fields))
    if (wrong) throw fieldError(`fields.${wrong[0]}`, wrong[1])
  }
  if (!('parentId' in body) || body.parentId === null) return
  if (body.parentId === before?.parentId) return
  await requireFits(db, scope, body, own?.fittedTo ?? KINDS[body.kind].fittedTo, before)
}

/** What is locked out is fitted to nothing, and nothing is fitted to it. */
async function requireFits(
  db: Db,
  scope: ShopScope,
  body: GearBody & { parentId: string | null },
  kinds: readonly GearKind[],
  before: Gear | null,
): Promise<void> {
  // Held, so that it is not locked out meanwhile.
  await holdGear(db, body.kind, body.parentId!)
  const [parent] = await gearById(db, scope, [body.parentId!])
  if (!parent) throw fieldError('parentId', 'There is no such gear.')
  if (!kinds.includes(parent.kind))
    throw fieldError('parentId', `It is not fitted to ${parent.kindName.toLowerCase()}.`)
  refuseLocked(
    [parent, ...(before ? [before] : [])],
    `Fit ${body.label} to ${parent.label}`,
    'parentId',
  )
}

export async function changeGear(
  actor: Actor,
  kind: GearKind,
  id: string,
  body: GearBody,
): Promise<void> {
  if (body.kind !== kind) throw fieldError('kind', 'The kind of a piece of gear does not change.')
  await inOrganisation(actor.organisation, async (db) => {
    const scope = await scopeOf(db, actor)
    const before = await findGear(db, scope, kind, id)
    if (!before) throw notFound(kind)
    requireItsStation(body, before)
    await requireSound(db, scope, body, before)
    if (
      body.kind === 'helmet' &&
      body.assignedTo !== null &&
      body.assignedTo !== before.assignedToId
    )
      refuseLocked([before], 'Give it to somebody to wear', 'assignedTo')
    await rewriteGear(db, actor, scope, before, body)
  })
}

/** Put what is told now in the place of what was told, and whatever follows from it. @throws where somebody else has changed it */
export async function rewriteGear(
  db: Db,
  actor: Actor,
  scope: ShopScope,
  before: Gear,
  body: GearBody,
): Promise<void> {
  const { kind, id } = before
  if (!(await updateGear(db, id, body))) {
    const now = (await findGear(db, scope, kind, id))!
    throw changedMeanwhile(body, { ...now, assignedTo: now.assignedToId })
  }
  if (before.everyDays !== body.everyDays) await setRoutine(db, id, body.everyDays, scope.timeZone)
  if (body.kind === 'gasSet' && before.stationId !== body.stationId)
    await followSet(db, actor, { ...body, id })
  await record(db, actor, 'gear_changed', kind, id, body)
}

/** A cylinder goes elsewhere by a move, with its valve shut and its cap on; never by an edit. */
function requireItsStation(body: GearBody, before: Gear): void {
  if (body.kind === 'cylinder' && before.stationId !== body.stationId)
    throw fieldError('stationId', 'Move it on its page: valve shut and cap on first.')
}

const RECORDS_SHOWN = 20

export const readGear = (
  actor: Actor,
  kind: GearKind,
  id: string,
): Promise<z.input<typeof gearRecord>> =>
  inOrganisation(actor.organisation, async (db) => {
    const scope = await scopeOf(db, actor)
    const gear = await findGear(db, scope, kind, id)
    if (!gear) throw notFound(kind)
    const inspections = await inspectionsOf(db, kind, id, RECORDS_SHOWN)
    const portrait = await portraitOf(db, id)
    const seen = await photosSeen(
      db,
      inspections.map((row) => row.id),
    )
    const repairs = await repairsOf(db, id, RECORDS_SHOWN)
    const tries = isStaff(actor) ? await triesOf(db, id, RECORDS_SHOWN) : []
    return {
      gear,
      photo: portrait && { ...portrait, at: portrait.at.toISOString() },
      fitted: (await fittedTo(db, scope, id)).map((part) => ({
        id: part.id,
        kind: part.kind,
        kindName: part.kindName,
        label: part.label,
        lockReason: part.lockReason,
        due: part.due,
      })),
      inspections: inspections.map(({ repair_note: repairNote, at, ...row }) => ({
        ...row,
        at: at.toISOString(),
        repairNote,
        lines: row.lines.map((line) => ({
          ...line,
          ...(line.photo && { photo: seen.has(line.photo) ? line.photo : null }),
        })),
      })),
      repairs: repairs.map(({ person_id: personId, at, ...row }) => ({
        ...row,
        at: at.toISOString(),
        personId,
      })),
      tries: tries.map(({ at, ...row }) => ({ ...row, at: at.toISOString() })),
    }
  })
