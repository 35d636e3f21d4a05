import { randomUUID } from 'node:crypto'
import { findJob, holdJob, openPermitsOf, type JobRow } from '#server/db/job'
import { findPermit, type PermitDbRow } from '#server/db/permit'
import { insertPermit, type Like } from '#server/db/permit-draft'
import { findTemplate, listTemplates, setTemplate } from '#server/db/permit-template'
import { inOrganisation, type Db } from '#server/db/pool'
import { findSite, nextNumber } from '#server/db/site'
import { AppError, conflict, fieldError, notFound } from '#server/errors'
import type { Template } from '#shared/permit/schema'
import { record, type Actor } from '../actor'
import { isDesignated } from '../shop/hot-work'
import { placeOfStation } from './ground'
import { writtenRules } from './rules'

/** A draft is proposed for a shift at the most, four hours where the shift is longer. */
const FIRST_HOURS = 4
const HOUR = 3_600_000

/** A draft for a job. Sent twice the second is refused: one permit is open for a job at a time. */
export function draftPermit(actor: Actor, jobId: string): Promise<{ id: string }> {
  return inOrganisation(actor.organisation, async (db) => {
    const job = await holdFreeJob(db, actor, jobId, null)
    const site = await findSite(db, actor.site)
    const hours = Math.min(site.shift_hours, FIRST_HOURS)
    return insertDraft(db, actor, job, {
      from: actor.now,
      to: new Date(actor.now.getTime() + hours * HOUR),
      rules: [],
      operator: job.welder_id,
      like: null,
    })
  })
}

/**
 * A draft like another permit: its place, its sketch, its rules. Its lines and its people are asked afresh.
 * @param goesOn it begins where the other one ends; both stand for one job then
 */
export function draftAgain(
  actor: Actor,
  id: string,
  { goesOn }: { goesOn: boolean },
): Promise<{ id: string }> {
  return inOrganisation(actor.organisation, async (db) => {
    const before = await findPermit(db, id)
    if (!before) throw notFound('permit')
    if (goesOn && !['issued', 'working', 'suspended'].includes(before.state))
      throw conflict(
        'Only a permit under which work may go on goes on in another shift.',
        'wrong_state',
      )
    const job = await holdFreeJob(db, actor, before.job_id, goesOn ? id : null)
    const site = await findSite(db, actor.site)
    const lasted = before.valid_to.getTime() - before.valid_from.getTime()
    const length = Math.min(Math.max(lasted, HOUR), site.shift_hours * HOUR)
    const from = goesOn ? new Date(Math.max(+before.valid_to, +actor.now)) : actor.now
    return insertDraft(db, actor, job, {
      from,
      to: new Date(from.getTime() + length),
      rules: before.rule_sets,
      operator: null,
      like: likeOf(before, goesOn),
    })
  })
}

const likeOf = (before: PermitDbRow, goesOn: boolean): Like & Pick<PermitDbRow, 'work'> => ({
  id: before.id,
  height: before.work_height,
  sketch: before.sketch,
  rescue: before.rescue,
  work: before.work,
  goesOn,
})

interface Beginning {
  from: Date
  to: Date
  rules: PermitDbRow['rule_sets']
  operator: string | null
  like: (Like & Pick<PermitDbRow, 'work'>) | null
}

async function insertDraft(
  db: Db,
  actor: Actor,
  job: JobRow,
  { from, to, rules, operator, like }: Beginning,
): Promise<{ id: string }> {
  const site = await findSite(db, actor.site)
  const id = randomUUID()
  const number = await nextNumber(db, actor.organisation, actor.site, 'permit')
  const work = like ? like.work : await placeOfStation(db, actor.site, job.station_id)
  await insertPermit(db, {
    id,
    organisation: actor.organisation,
    site: actor.site,
    number,
    job: job.id,
    place: job.place_name,
    operator,
    from,
    to,
    rules: writtenRules(site, rules, from),
    ...(like?.sketch ? onOwnSketch(id, like, work) : { work, like }),
    person: actor.person,
    at: actor.now,
    rehearsal: actor.rehearsal,
  })
  await record(db, actor, 'permit_drafted', 'permit', id, {
    number,
    job: job.number,
    place: job.place_name,
    ...(like && { from: like.id, goesOn: like.goesOn }),
  })
  return { id }
}

/** The floor of a sketch is called as its permit is. */
const onOwnSketch = (
  id: string,
  like: Like,
  work: PermitDbRow['work'],
): { work: PermitDbRow['work']; like: Like } => ({
  work: work && { ...work, floor: id },
  like: {
    ...like,
    sketch: {
      floors: like.sketch!.floors.map((floor) => ({ ...floor, id })),
      things: like.sketch!.things.map((thing) => ({ ...thing, floor: id })),
    },
  },
})

/** The job, held, for which a permit may be drafted. @param beside another permit that may be open with it */
async function holdFreeJob(
  db: Db,
  actor: Actor,
  id: string,
  beside: string | null,
): Promise<JobRow> {
  await holdJob(db, id)
  const job = await findJob(db, id)
  if (!job) throw notFound('job')
  if (await isDesignated(db, actor.site, job))
    throw conflict('This job is in a designated area; it needs no permit.', 'designated')
  const open = (await openPermitsOf(db, id)).find((permit) => permit.id !== beside)
  if (open) throw conflict(`Permit ${open.number} is already open for this job.`, 'permit_open')
  return job
}

/** Keep a permit under a name for work that comes again, or no more. Twice is as once. */
export function nameTemplate(
  actor: Actor,
  id: string,
  name: string | null,
): Promise<{ template: string | null }> {
  return inOrganisation(actor.organisation, async (db) => {
    const row = await findPermit(db, id)
    if (!row) throw notFound('permit')
    if (row.template === name) return { template: name }
    if (name !== null && row.state === 'draft')
      throw new AppError(409, 'wrong_state', 'A draft is no template yet. Issue it first.')
    const other = name === null ? null : await findTemplate(db, row.site_id, name)
    if (other !== null && other !== id) throw fieldError('name', 'Another template has this name.')
    await setTemplate(db, id, name)
    await record(db, actor, 'permit_template', 'permit', id, { number: row.number, name })
    return { template: name }
  })
}

export const readTemplates = (actor: Actor): Promise<Template[]> =>
  inOrganisation(actor.organisation, (db) => listTemplates(db, actor.site))
