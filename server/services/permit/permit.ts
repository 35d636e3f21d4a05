import { randomUUID } from 'node:crypto'
import { overridable } from '#core/finding/finding'
import { watchMinutes } from '#core/firewatch/fire'
import { transition, watchOwed, type PermitAction } from '#core/permit/lifecycle'
import { findJob, holdJob, openPermitOf } from '#server/db/job'
import { findPersonBrief } from '#server/db/person'
import {
  eventExists,
  holdPermit,
  insertEvent,
  insertPermit,
  markIssued,
  setPermitState,
  updateDraft,
  type EventRow,
} from '#server/db/permit'
import { inOrganisation, type Db } from '#server/db/pool'
import { findSite, nextNumber } from '#server/db/site'
import { AppError, conflict, fieldError, notFound } from '#server/http/errors'
import type { Permit, PermitDraftBody } from '#shared/permit/schema'
import { record, type Actor } from '../actor'
import { requirePin } from '../session/pin'
import { lifeOf, roundTimes } from './life'
import { loadPermit, signedBy, toPermit, type Loaded } from './read'
import { mayAct } from './rights'

export function draftPermit(actor: Actor, jobId: string): Promise<{ id: string }> {
  return inOrganisation(actor.organisation, async (db) => {
    await holdJob(db, jobId)
    const job = await findJob(db, jobId)
    if (!job) throw notFound('job')
    if (job.designated)
      throw conflict('This job is in a designated area; it needs no permit.', 'designated')
    const open = await openPermitOf(db, jobId)
    if (open) throw conflict(`Permit ${open.number} is already open for this job.`, 'permit_open')
    const site = await findSite(db, actor.site)
    const id = randomUUID()
    const number = await nextNumber(db, actor.organisation, actor.site, 'permit')
    const to = new Date(actor.now.getTime() + Math.min(site.shift_hours, 4) * 3_600_000)
    await insertPermit(db, {
      id,
      organisation: actor.organisation,
      site: actor.site,
      number,
      job: jobId,
      place: job.where,
      operator: job.welder_id,
      from: actor.now,
      to,
      ruleSet: site.rule_set,
      watchMinutes: watchMinutes(site.rule_set, site.house_minutes),
      person: actor.person,
      at: actor.now,
      rehearsal: actor.rehearsal,
    })
    await record(db, actor, 'permit_drafted', 'permit', id, {
      number,
      job: job.number,
      place: job.where,
    })
    return { id }
  })
}

export function changeDraft(actor: Actor, id: string, body: PermitDraftBody): Promise<Permit> {
  return inOrganisation(actor.organisation, async (db) => {
    const loaded = await held(db, actor, id)
    if (loaded.row.state !== 'draft') throw conflict('This permit is no longer a draft.')
    for (const [path, person] of [
      ['operatorId', body.operatorId],
      ['fireWatchId', body.fireWatchId],
    ] as const) {
      if (person && !(await findPersonBrief(db, person))?.active)
        throw fieldError(path, 'This person is not on the roster.')
    }
    const site = await findSite(db, actor.site)
    const saved = await updateDraft(db, id, {
      sweep: body.sweep,
      operator: body.operatorId,
      fireWatch: body.fireWatchId,
      from: new Date(body.validFrom),
      to: new Date(body.validTo),
      ruleSet: body.ruleSet,
      watchMinutes: watchMinutes(body.ruleSet, site.house_minutes),
      version: body.version,
    })
    if (!saved)
      throw conflict('Someone else changed this permit meanwhile. Load it again.', 'changed')
    return toPermit(db, actor, await loadPermit(db, actor, id))
  })
}

export function overrideFinding(
  actor: Actor,
  id: string,
  body: { eventId: string; code: string; reason: string },
): Promise<Permit> {
  return once(actor, id, body.eventId, async (db, loaded) => {
    if (loaded.row.state !== 'draft') throw conflict('Only a draft can be overridden.')
    const finding = loaded.findings.find((entry) => entry.code === body.code)
    if (!finding) throw fieldError('code', 'This permit has no such Finding.')
    if (!overridable(finding))
      throw conflict(
        finding.level === 'stop'
          ? 'This stop is law; no one may override it.'
          : 'Only a stop can be overridden. Unknown has to be found out.',
        'not_overridable',
      )
    await log(db, actor, loaded, {
      id: body.eventId,
      kind: 'override',
      subject: body.code,
      note: body.reason,
    })
  })
}

/** A signature belongs to the person whose PIN it is, on whoever's tablet. */
export function signPermit(
  actor: Actor,
  id: string,
  body: { eventId: string; as: 'operator' | 'fire_watch'; pin: string },
): Promise<Permit> {
  return once(actor, id, body.eventId, async (db, loaded) => {
    if (loaded.row.state !== 'draft') throw conflict('Only a draft is signed.')
    const [person, name] =
      body.as === 'operator'
        ? [loaded.row.operator_id, loaded.row.operator]
        : [loaded.row.fire_watch_id, loaded.row.fire_watch]
    if (!person)
      throw conflict(
        body.as === 'operator' ? 'Name the operator first.' : 'Name the fire watch first.',
      )
    await requirePin(db, person, body.pin, name!)
    await log(db, actor, loaded, {
      id: body.eventId,
      kind: 'sign',
      subject: body.as,
      note: null,
      person,
    })
  })
}

export function logRound(
  actor: Actor,
  id: string,
  body: { eventId: string; note?: string },
): Promise<Permit> {
  return once(actor, id, body.eventId, async (db, loaded) => {
    if (
      loaded.row.watch_started_at === null ||
      !watchOwed(lifeOf(loaded.row, roundTimes(loaded.events)))
    )
      throw conflict('No watch is running on this permit.', 'no_watch')
    await log(db, actor, loaded, {
      id: body.eventId,
      kind: 'round',
      subject: 'round',
      note: body.note || null,
    })
  })
}

export function actOnPermit(
  actor: Actor,
  id: string,
  body: { eventId: string; action: PermitAction; pin?: string; note?: string },
): Promise<Permit> {
  if (!mayAct(actor.role, body.action))
    throw new AppError(403, 'forbidden', 'Your role does not allow this.')
  return once(actor, id, body.eventId, async (db, loaded) => {
    const next = transition(
      lifeOf(loaded.row, roundTimes(loaded.events)),
      body.action,
      actor.now.getTime(),
    )
    if (!next.ok) throw conflict(next.because, 'wrong_state')
    if (body.action === 'issue') await issue(db, actor, loaded, body.pin)
    if (body.action === 'start' || body.action === 'resume' || body.action === 'reinstate')
      refuseUnsafe(loaded)
    if (body.action === 'start' && actor.now < loaded.row.valid_from)
      throw conflict('The permit is not valid yet.', 'too_soon')
    if ((body.action === 'suspend' || body.action === 'revoke') && !body.note)
      throw fieldError('note', 'Say why.')
    if (body.action === 'close' && loaded.row.work_started_at)
      await requirePin(db, loaded.row.fire_watch_id!, body.pin, loaded.row.fire_watch!)
    const at = (ms: number | null): Date | null => (ms === null ? null : new Date(ms))
    await setPermitState(db, id, {
      state: next.state,
      workStartedAt: at(next.workStartedAt),
      watchStartedAt: at(next.watchStartedAt),
      closedAt: next.state === 'closed' ? actor.now : null,
    })
    await log(db, actor, loaded, {
      id: body.eventId,
      kind: 'action',
      subject: body.action,
      note: body.note || null,
    })
  })
}

/** All gates open and both signatures fresh; then the issuer signs and the Findings are kept as they are. */
async function issue(db: Db, actor: Actor, loaded: Loaded, pin: string | undefined): Promise<void> {
  if (!loaded.gates.ready)
    throw new AppError(
      409,
      'blocked',
      `Not issued: ${loaded.gates.open.length} open. First: ${loaded.gates.open[0]!.sentence}`,
      loaded.gates.open.map((finding) => ({ path: finding.code, message: finding.sentence })),
    )
  const missing = (['operator', 'fire_watch'] as const).filter((as) => !signedBy(loaded, as))
  if (missing.length > 0)
    throw conflict(
      `Not signed yet by the ${missing.map((as) => (as === 'operator' ? 'operator' : 'fire watch')).join(' and the ')}.`,
      'unsigned',
    )
  await requirePin(db, actor.person, pin, actor.name)
  await markIssued(db, loaded.row.id, {
    findings: loaded.findings,
    person: actor.person,
    at: actor.now,
  })
}

/** Gear can be locked out, or an air alarm raised, after the permit was issued; the work does not start then. */
function refuseUnsafe(loaded: Loaded): void {
  const stop = loaded.findings.find(
    (finding) =>
      (finding.step === 'gear' || finding.code === 'air.alarm') && finding.level === 'stop',
  )
  if (stop)
    throw new AppError(409, 'blocked', stop.sentence, [{ path: stop.code, message: stop.sentence }])
}

/** Run a change on a held permit; the same event sent again changes nothing and answers the same. */
function once(
  actor: Actor,
  id: string,
  eventId: string,
  work: (db: Db, loaded: Loaded) => Promise<void>,
): Promise<Permit> {
  return inOrganisation(actor.organisation, async (db) => {
    const loaded = await held(db, actor, id)
    if (!(await eventExists(db, eventId))) await work(db, loaded)
    return toPermit(db, actor, await loadPermit(db, actor, id))
  })
}

async function held(db: Db, actor: Actor, id: string): Promise<Loaded> {
  await holdPermit(db, id)
  return loadPermit(db, actor, id)
}

async function log(
  db: Db,
  actor: Actor,
  { row }: Loaded,
  event: {
    id: string
    kind: EventRow['kind']
    subject: string
    note: string | null
    person?: string
  },
): Promise<void> {
  const auditSeq = await record(db, actor, `permit_${event.kind}`, 'permit', row.id, {
    number: row.number,
    event: event.id,
    subject: event.subject,
    note: event.note,
    ...(event.person && { signedBy: event.person }),
  })
  await insertEvent(db, {
    id: event.id,
    organisation: actor.organisation,
    permit: row.id,
    kind: event.kind,
    subject: event.subject,
    person: event.person ?? actor.person,
    at: actor.now,
    note: event.note,
    version: row.version,
    auditSeq,
    rehearsal: actor.rehearsal,
  })
}
