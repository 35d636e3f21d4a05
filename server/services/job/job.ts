import { randomUUID } from 'node:crypto'
import type { Finding } from '#core/finding/finding'
import { assessJob } from '#core/assessment/assess'
import {
  findJob,
  holdJob,
  insertJob,
  jobChoices,
  listJobs,
  openPermitsOf,
  updateJob,
  type JobListRow,
  type JobRow,
} from '#server/db/job'
import { findGear, gearById, gearOfJob } from '#server/db/gear'
import { renewDrafts } from '../permit/renew'
import type { Page, PageQuery } from '#server/db/page'
import { inOrganisation, type Db } from '#server/db/pool'
import { nextNumber } from '#server/db/site'
import { conflict, notFound } from '#server/errors'
import type { Job, JobBody } from '#shared/job/schema'
import { gearState } from '#shared/inspection/state'
import { record, type Actor } from '../actor'
import { cylindersForWork } from '../gas/hold'
import { refuseLocked } from '../inspection/lock'
import { eyesOf } from '../people/record'
import { shownTo } from '../privacy'
import { refuseMadeUp } from '../plan/rooms'
import { scopeOf } from '../shop/shop'
import { airOfJob, type JobAirState } from '../air/state'

export const readJobs = (
  actor: Actor,
  query: PageQuery & { sort: 'newest' | 'number' | 'title' },
): Promise<Page<JobListRow>> =>
  inOrganisation(actor.organisation, (db) => listJobs(db, actor.site, query))

export const readChoices = (
  actor: Actor,
): Promise<{ title: string; jobId: string; placeName: string; times: number }[]> =>
  inOrganisation(actor.organisation, (db) => jobChoices(db, actor.person))

export function readJob(actor: Actor, id: string): Promise<Job> {
  return inOrganisation(actor.organisation, (db) => loadJob(db, actor, id))
}

export async function loadJob(db: Db, actor: Actor, id: string): Promise<Job> {
  const row = await findJob(db, id)
  if (!row) throw notFound('job')
  const air = await airOfJob(db, await scopeOf(db, actor), row)
  return {
    id: row.id,
    number: row.number,
    title: row.title,
    stationId: row.station_id,
    place: row.place,
    placeName: row.place_name,
    designated: row.designated,
    welderId: row.welder_id,
    welder: row.welder,
    helmetId: row.helmet_id,
    gearIds: row.gear_ids,
    cylinderIds: row.cylinder_ids,
    spec: row.spec,
    version: row.version,
    rehearsal: row.rehearsal,
    updatedAt: row.updated_at.toISOString(),
    findings: shownTo(actor, row.welder_id, await findingsOfJob(db, actor, row, air)),
    ...air,
    planVersion: row.plan_version,
    openPermit: (await openPermitsOf(db, id))[0] ?? null,
  }
}

/** The job judged as everything stands now. */
export async function findingsOfJob(
  db: Db,
  by: Pick<Actor, 'site' | 'now'>,
  row: JobRow,
  known?: JobAirState,
): Promise<Finding[]> {
  const scope = await scopeOf(db, by)
  const air = known ?? (await airOfJob(db, scope, row))
  const helmet = row.helmet_id ? await findGear(db, scope, 'helmet', row.helmet_id) : null
  const named = await gearOfJob(db, scope, row.id)
  const ids = named.flatMap(({ kind, id }) => (kind === 'cylinder' ? [id] : []))
  const cylinders = await cylindersForWork(db, scope, ids)
  const gear = named.map((one) => ({
    ...gearState(one, scope),
    held: cylinders.get(one.id)?.held ?? [],
  }))
  // A helmet is looked at by who wears it; locked out, or after a fall, it stops the job as well.
  const worn = helmet?.lockReason || helmet?.event ? [gearState(helmet, scope)] : []
  const eyes = row.welder_id
    ? ((await eyesOf(db, [row.welder_id], row.spec)).get(row.welder_id) ?? null)
    : null
  return assessJob(row.spec, {
    helmet: helmet?.ranges ? { name: helmet.label, ranges: helmet.ranges } : null,
    gear: [...gear, ...worn],
    cylinders: [...cylinders.values()].filter(({ id }) => ids.includes(id)),
    drawSchool: scope.gas.drawSchool,
    rules: scope.rules,
    eyes,
    ...air,
  }).findings
}

export function addJob(actor: Actor, body: JobBody): Promise<{ id: string }> {
  return inOrganisation(actor.organisation, async (db) => {
    await refuseLockedGear(db, actor, body, null)
    await refuseMadeUp(db, actor, body.stationId, body.spec.air, 'spec.air')
    return makeJob(db, actor, body, {})
  })
}

async function makeJob(
  db: Db,
  actor: Actor,
  body: JobBody,
  details: object,
): Promise<{ id: string }> {
  const id = randomUUID()
  const number = await nextNumber(db, actor.organisation, actor.site, 'job')
  await insertJob(
    db,
    {
      id,
      organisation: actor.organisation,
      site: actor.site,
      number,
      person: actor.person,
      at: actor.now,
      rehearsal: actor.rehearsal,
    },
    body,
  )
  await record(db, actor, 'job_described', 'job', id, { number, title: body.title, ...details })
  return { id }
}

export function changeJob(actor: Actor, id: string, body: JobBody): Promise<void> {
  return inOrganisation(actor.organisation, async (db) => {
    await holdJob(db, id)
    const before = await findJob(db, id)
    if (!before) throw notFound('job')
    const open = (await openPermitsOf(db, id)).find(({ state }) => state !== 'draft')
    if (open)
      throw conflict(
        `Permit ${open.number} is open on this job. Copy the job to change it.`,
        'permit_open',
      )
    await refuseLockedGear(db, actor, body, before)
    await refuseMadeUp(db, actor, body.stationId, body.spec.air, 'spec.air')
    if (!(await updateJob(db, actor.organisation, id, body, actor.now)))
      throw conflict(
        'Someone else changed this job meanwhile. Load it again; your entries are kept here.',
        'changed',
      )
    await renewDrafts(db, actor, id)
    await record(db, actor, 'job_changed', 'job', id, { title: body.title })
  })
}

/** Gear that is locked out is not named for a job; what was named before it was locked stays, in a copy too, and stops the job. */
async function refuseLockedGear(
  db: Db,
  actor: Actor,
  body: JobBody,
  before: JobRow | null,
): Promise<void> {
  const had = before ? [...before.gear_ids, ...before.cylinder_ids, before.helmet_id] : []
  const named = {
    helmetId: body.helmetId ? [body.helmetId] : [],
    gearIds: body.gearIds,
    cylinderIds: body.cylinderIds,
  }
  for (const [path, ids] of Object.entries(named)) {
    const added = ids.filter((id) => !had.includes(id))
    if (added.length === 0) continue
    const gear = await gearById(db, await scopeOf(db, actor), added)
    refuseLocked(gear, `Name it for the job "${body.title}"`, path)
  }
}

/** A copy starts unproved: the hood has to be felt again, and a sampling result stays with its job. */
export function copyJob(actor: Actor, id: string): Promise<{ id: string }> {
  return inOrganisation(actor.organisation, async (db) => {
    const row = await findJob(db, id)
    if (!row) throw notFound('job')
    return makeJob(
      db,
      actor,
      {
        title: row.title,
        stationId: row.station_id,
        place: row.place,
        welderId: row.welder_id,
        helmetId: row.helmet_id,
        gearIds: row.gear_ids,
        cylinderIds: row.cylinder_ids,
        spec: { ...row.spec, measured: null, air: { ...row.spec.air, hoodProved: false } },
      },
      { copiedFrom: row.number },
    )
  })
}
