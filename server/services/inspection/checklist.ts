import { createHash, randomUUID } from 'node:crypto'
import type { z } from 'zod'
import {
  changeOf,
  isOfGear,
  isOfPlace,
  linesHere,
  linesOf,
  type WhichChecklist,
} from '#core/inspection/checklist'
import type { ChecklistLine } from '#core/inspection/line'
import {
  checklistChanges,
  checklistVersions,
  putChange,
  versionOf,
  type ChangeRow,
} from '#server/db/checklist'
import { ownKinds } from '#server/db/gear-kind'
import { tightenLooks } from '#server/db/look'
import { inOrganisation, type Db } from '#server/db/pool'
import { AppError, fieldError, notFound } from '#server/errors'
import type {
  ChecklistChangeBody,
  checklistChangeSchema,
  checklistVersionSchema,
} from '#shared/inspection/checklist'
import { record, type Actor } from '../actor'
import { changedMeanwhile } from '../version'

/** The checklist of a look with its version, written down if it is new. @throws where there is no such look */
export async function checklistFor(
  db: Db,
  actor: Actor,
  which: WhichChecklist,
): Promise<{ lines: ChecklistLine[]; version: string }> {
  const lines = linesHere(await checklistChanges(db, actor.site), which)
  if (lines.length === 0)
    throw fieldError('occasion', 'There is no such look for this kind of gear.')
  const version = await versionOf(db, {
    ...which,
    id: randomUUID(),
    organisation: actor.organisation,
    site: actor.site,
    digest: createHash('sha256').update(JSON.stringify(lines)).digest('hex'),
    lines,
    at: actor.now,
  })
  return { lines, version }
}

export const readChanges = (actor: Actor): Promise<z.input<typeof checklistChangeSchema>[]> =>
  inOrganisation(actor.organisation, (db) => checklistChanges(db, actor.site))

export const readVersions = (
  actor: Actor,
  which: WhichChecklist,
): Promise<z.input<typeof checklistVersionSchema>[]> =>
  inOrganisation(actor.organisation, async (db) =>
    (await checklistVersions(db, { ...which, site: actor.site }, VERSIONS_SHOWN)).map((row) => ({
      id: row.id,
      number: row.number,
      madeAt: row.made_at.toISOString(),
      lines: row.lines,
    })),
  )

const VERSIONS_SHOWN = 50

/** Put what the shop changes in place of what it had changed. A critical line is switched off by a lead only. */
export const changeChecklist = (
  actor: Actor,
  which: WhichChecklist,
  { version, ...change }: ChecklistChangeBody,
): Promise<void> =>
  inOrganisation(actor.organisation, async (db) => {
    await requireKind(db, actor, which)
    const before = changeOf(await checklistChanges(db, actor.site), which)
    if (change.everyDays !== null && !isOfGear(which))
      throw fieldError('everyDays', 'A round is made each day.')
    requireSound(actor, which, change, before)
    const id = randomUUID()
    const { organisation, site } = actor
    if (!(await putChange(db, { ...which, id, organisation, site, change, version })))
      throw changedMeanwhile({ ...change, version }, before ?? { ...change, version: 1 })
    if (change.everyDays !== null && isOfGear(which) && which.occasion !== 'beforeUse')
      await tightenLooks(db, { ...which, site, organisation, days: change.everyDays })
    await record(db, actor, 'checklist_changed', which.kind, which.kindId, {
      occasion: which.occasion,
      ...change,
    })
  })

async function requireKind(db: Db, actor: Actor, which: WhichChecklist): Promise<void> {
  const { kind, kindId } = which
  if (!isOfGear(which) && !isOfPlace(which)) throw fieldError('occasion', 'There is no such list.')
  if ((kind === 'own') !== (kindId !== null))
    throw fieldError('kindId', 'An own kind is named, another is not.')
  if (kindId && !(await ownKinds(db, actor.site)).some(({ id }) => id === kindId))
    throw notFound('kind')
}

function requireSound(
  actor: Actor,
  which: WhichChecklist,
  change: Omit<ChecklistChangeBody, 'version'>,
  before: ChangeRow | null,
): void {
  const base = linesOf(which.kind, which.occasion)
  const all = [...base, ...change.added]
  const ids = all.map(({ id }) => id)
  const twice = ids.find((id, i) => ids.indexOf(id) !== i)
  if (twice) throw fieldError('added', `The line "${twice}" stands there twice.`)
  for (const id of [...Object.keys(change.tightened), ...Object.keys(change.off), ...change.photo])
    if (!ids.includes(id)) throw fieldError('added', `There is no line "${id}".`)
  for (const id of Object.keys(change.tightened))
    requireCloser(
      id,
      all.find((line) => line.id === id)!,
      change.tightened[id]!,
    )
  const switchedOff = all.find(
    ({ id, critical }) =>
      critical && change.off[id] !== undefined && before?.off[id] !== change.off[id],
  )
  if (switchedOff && actor.role !== 'lead')
    throw new AppError(
      403,
      'lead_only',
      `"${switchedOff.name}" locks gear out. Only a safety lead switches it off.`,
    )
  if (all.length > 0 && all.every(({ id }) => change.off[id] !== undefined))
    throw fieldError('off', 'One line stays on.')
}

/** A shop comes closer, never further. */
function requireCloser(
  id: string,
  { measure }: ChecklistLine,
  closer: { min?: number; max?: number },
): void {
  if (!measure) throw fieldError(`tightened.${id}`, 'This line has no reading.')
  const { min = -Infinity, max = Infinity } = measure
  if ((closer.min ?? min) < min || (closer.max ?? max) > max)
    throw fieldError(`tightened.${id}`, 'A limit comes closer, never further.')
  if ((closer.min ?? min) > (closer.max ?? max))
    throw fieldError(`tightened.${id}`, 'The lower limit is above the upper one.')
}
