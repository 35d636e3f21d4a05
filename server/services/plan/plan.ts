import type { z } from 'zod'
import { PLAN_KINDS, type Stands } from '#core/plan/kinds.table'
import type { Plan, Thing } from '#core/plan/plan'
import {
  countThings,
  findDraft,
  findPlanVersion,
  holdPlan,
  insertPlanVersion,
  numberOfVersion,
  planVersions,
  putFloors,
  putThings,
  removeThings,
  versionsOf,
  type PlanVersionRow,
} from '#server/db/plan'
import { standingHere } from '#server/db/plan-record'
import { insertWalks } from '#server/db/plan-walk'
import { inOrganisation, type Db } from '#server/db/pool'
import { AppError, fieldError, notFound } from '#server/errors'
import { inPool } from '#server/heavy/pool'
import {
  MOST_THINGS,
  type Draft,
  type floorsBody,
  type PlanChangesBody,
  type PublishedPlan,
  type publishBody,
} from '#shared/plan/schema'
import { record, type Actor } from '../actor'
import { isNew } from '../event'

export const readDraft = (actor: Actor): Promise<Draft> =>
  inOrganisation(actor.organisation, (db) => findDraft(db, actor.site))

/** Draw on the draft, all or nothing. A thing that somebody else changed since it was read is left as it is, and named. */
export const drawPlan = (
  actor: Actor,
  { id, changes }: PlanChangesBody,
): Promise<{ versions: Record<string, number> }> =>
  inOrganisation(actor.organisation, async (db) => {
    const ids = changes.map((change) => change.id)
    if (await isNew(db, actor, { id, kind: 'plan_change', of: actor.site, content: { changes } })) {
      await holdPlan(db, actor)
      await refuseChanged(db, actor, changes)
      const things = changes.flatMap(({ thing }) => thing ?? [])
      await refuseUnknown(db, actor, changes)
      await putThings(db, actor, things)
      await removeThings(
        db,
        actor.site,
        changes.filter(({ thing }) => thing === null).map((change) => change.id),
      )
      if ((await countThings(db, actor.site)) > MOST_THINGS)
        throw fieldError('changes', `A plan holds at most ${MOST_THINGS} things.`)
    }
    const now = await versionsOf(db, actor.site, ids)
    return { versions: Object.fromEntries([...now].map(([one, { version }]) => [one, version])) }
  })

/** @throws where a thing is not as it was read */
async function refuseChanged(
  db: Db,
  actor: Actor,
  changes: PlanChangesBody['changes'],
): Promise<void> {
  const now = await versionsOf(
    db,
    actor.site,
    changes.map(({ id }) => id),
  )
  const met = changes.flatMap(({ id, version, thing }, i) => {
    const there = now.get(id)
    if ((there?.version ?? null) === version) return []
    const name = there?.name || thing?.name || 'This thing'
    const how = there ? 'was changed' : 'was taken away'
    return [{ path: `changes.${i}`, message: `${name} ${how} by somebody else meanwhile.` }]
  })
  if (met.length > 0) throw new AppError(409, 'changed', met[0]!.message, met)
}

/** What stands on the plan is on record here, and of the kind that it stands for. */
async function refuseUnknown(
  db: Db,
  actor: Actor,
  changes: PlanChangesBody['changes'],
): Promise<void> {
  const named = changes.flatMap(({ thing }) => (thing?.of ? [thing.of] : []))
  if (named.length === 0) return
  const known = new Map<string, Stands>(await standingHere(db, actor.site, named))
  changes.forEach(({ thing }, i) => {
    if (!thing?.of) return
    if (known.get(thing.of) !== PLAN_KINDS[thing.kind].of || !known.has(thing.of))
      throw fieldError(`changes.${i}.thing.of`, 'There is nothing of this kind on record.')
  })
}

/** A floor on which something is drawn stays. */
export const changeFloors = (actor: Actor, body: z.output<typeof floorsBody>): Promise<void> =>
  inOrganisation(actor.organisation, async (db) => {
    await holdPlan(db, actor)
    const draft = await findDraft(db, actor.site)
    const kept = new Set(body.floors.map(({ id }) => id))
    const lost = draft.things.find(({ floor }) => !kept.has(floor))
    if (lost)
      throw fieldError('floors', `${lost.name || 'Something'} is drawn on a floor that is gone.`)
    if (!(await putFloors(db, actor.site, body.floors, Math.max(1, body.version))))
      throw new AppError(409, 'changed', 'The floors were changed by somebody else meanwhile.')
    await record(db, actor, 'plan_floors', 'site', actor.site, { floors: body.floors.length })
  })

export const withoutVersions = ({ floors, things }: Draft): Plan => ({
  floors,
  things: things.map(({ version: _, ...thing }) => thing as Thing),
})

/**
 * Publish the draft. Sent twice it is published once. What is wrong is looked for in a thread, and how far it is to the extinguishers; a draft that somebody draws on
 * meanwhile is not the one that was looked at.
 * @throws where something is wrong with it
 */
export async function publishPlan(
  actor: Actor,
  { id, note }: z.output<typeof publishBody>,
): Promise<{ number: number }> {
  const draft = await inOrganisation(actor.organisation, async (db) =>
    (await numberOfVersion(db, id)) === null ? findDraft(db, actor.site) : null,
  )
  if (draft) await refuseUnsound(actor, withoutVersions(draft))
  const walks = draft ? await inPool('walksOfPlan', actor.person, withoutVersions(draft)) : []
  return inOrganisation(actor.organisation, async (db) => {
    if (
      !(await isNew(db, actor, { id, kind: 'plan_published', of: actor.site, content: { note } }))
    )
      return { number: (await numberOfVersion(db, id))! }
    await holdPlan(db, actor)
    if (JSON.stringify(draft) !== JSON.stringify(await findDraft(db, actor.site)))
      throw new AppError(
        409,
        'changed',
        'Somebody drew on it meanwhile. Look at it, and publish again.',
      )
    const { organisation, site, person, now: at, rehearsal } = actor
    const plan = withoutVersions(draft!)
    const row = { id, organisation, site, plan, note, person, at, rehearsal }
    const number = await insertPlanVersion(db, row)
    await insertWalks(db, { organisation, version: id }, walks)
    await record(db, actor, 'plan_published', 'site', site, { number, things: plan.things.length })
    return { number }
  })
}

async function refuseUnsound(actor: Actor, plan: Plan): Promise<void> {
  if (plan.things.length === 0) throw fieldError('note', 'Nothing is drawn yet.')
  const faults = await inPool('errorsOfPlan', actor.person, plan)
  if (faults.length > 0)
    throw new AppError(
      400,
      'invalid',
      'Something on the plan is wrong; it is named.',
      faults.slice(0, 50).map(({ thing, message }) => ({ path: thing, message })),
    )
}

const toPublished = (row: PlanVersionRow): PublishedPlan =>
  ({ ...row, at: row.at.toISOString() }) as PublishedPlan

export const readPlan = (actor: Actor): Promise<{ published: PublishedPlan | null }> =>
  inOrganisation(actor.organisation, async (db) => {
    const row = await findPlanVersion(db, actor.site, null)
    return { published: row && toPublished(row) }
  })

export const readPlanVersion = (actor: Actor, number: number): Promise<PublishedPlan> =>
  inOrganisation(actor.organisation, async (db) => {
    const row = await findPlanVersion(db, actor.site, number)
    if (!row) throw notFound('plan')
    return toPublished(row)
  })

export const readPlanVersions = (actor: Actor) =>
  inOrganisation(actor.organisation, async (db) =>
    (await planVersions(db, actor.site)).map((row) => ({ ...row, at: row.at.toISOString() })),
  )
