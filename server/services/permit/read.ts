import { byWorst, type Finding } from '#core/finding/finding'
import { countdown } from '#core/firewatch/countdown'
import { judgeFire } from '#core/firewatch/fire'
import { gates, type Gates, type Override } from '#core/permit/gates'
import { PERMIT_ACTIONS, permitState, transition } from '#core/permit/lifecycle'
import { auditHash } from '#server/db/audit'
import { findJob } from '#server/db/job'
import {
  eventsOf,
  findPermit,
  listPermits,
  permitsOfJob,
  type EventRow,
  type PermitDbRow,
} from '#server/db/permit'
import type { Page, PageQuery } from '#server/db/page'
import { inOrganisation, type Db } from '#server/db/pool'
import { findSite } from '#server/db/site'
import { notFound } from '#server/http/errors'
import type { PermitState } from '#core/permit/lifecycle'
import type { Permit, PermitRow } from '#shared/permit/schema'
import type { Job } from '#shared/job/schema'
import type { Actor } from '../actor'
import { findingsOfJob, loadJob } from '../job/job'
import { mayAct } from './rights'
import { lifeOf, roundTimes } from './life'

export interface Loaded {
  row: PermitDbRow
  events: EventRow[]
  gates: Gates
  findings: Finding[]
  designated: boolean
}

/** A permit with everything it is judged by, as it stands now. */
export async function loadPermit(db: Db, actor: Actor, id: string): Promise<Loaded> {
  const row = await findPermit(db, id)
  if (!row) throw notFound('permit')
  const [job, site, events] = [
    await findJob(db, row.job_id),
    await findSite(db, row.site_id),
    await eventsOf(db, id),
  ]
  const fire = judgeFire({
    designated: job!.designated,
    sweep: row.sweep,
    operator: row.operator_id,
    fireWatch: row.fire_watch_id,
    fireWatchTrained: row.fire_watch_trained,
    validFrom: row.valid_from.getTime(),
    validTo: row.valid_to.getTime(),
    shiftHours: site.shift_hours,
    ruleSet: row.rule_set,
    houseMinutes: site.house_minutes,
  })
  const findings = [...(await findingsOfJob(db, actor, job!)), ...fire]
  return {
    row,
    events,
    findings,
    gates: gates(findings, overridesOf(events, row.version)),
    designated: job!.designated,
  }
}

/** Overrides, like signatures, count for the draft as it was then: another figure needs another reason. */
const overridesOf = (events: readonly EventRow[], version: number): Override[] =>
  events
    .filter((event) => event.kind === 'override' && event.permit_version === version)
    .map((event) => ({ code: event.subject, reason: event.note ?? '' }))

/** Signatures count for the version of the draft that was signed. */
export function signedBy(
  loaded: Pick<Loaded, 'row' | 'events'>,
  as: 'operator' | 'fire_watch',
): boolean {
  const person = as === 'operator' ? loaded.row.operator_id : loaded.row.fire_watch_id
  return loaded.events.some(
    (event) =>
      event.kind === 'sign' &&
      event.subject === as &&
      event.person_id === person &&
      event.permit_version === loaded.row.version,
  )
}

function toRow(row: PermitDbRow, now: Date): PermitRow {
  return {
    id: row.id,
    number: row.number,
    state: permitState({ state: row.state, validTo: row.valid_to.getTime() }, now.getTime()),
    place: row.place,
    job: row.job,
    jobNumber: row.job_number,
    validFrom: row.valid_from.toISOString(),
    validTo: row.valid_to.toISOString(),
    rehearsal: row.rehearsal,
    watchEndsAt: row.watch_started_at
      ? new Date(row.watch_started_at.getTime() + row.watch_minutes * 60_000).toISOString()
      : null,
  }
}

export async function toPermit(db: Db, actor: Actor, loaded: Loaded): Promise<Permit> {
  const { row, events } = loaded
  const life = lifeOf(row, roundTimes(events))
  const now = actor.now.getTime()
  const count =
    life.watchStartedAt === null || row.state === 'closed'
      ? null
      : countdown(
          { startedAt: life.watchStartedAt, minutes: life.watchMinutes, rounds: life.rounds },
          now,
        )
  const last = events.findLast((event) => event.audit_seq !== null)
  return {
    ...toRow(row, actor.now),
    jobId: row.job_id,
    sweep: row.sweep as Permit['sweep'],
    operatorId: row.operator_id,
    operator: row.operator,
    fireWatchId: row.fire_watch_id,
    fireWatch: row.fire_watch,
    ruleSet: row.rule_set,
    watchMinutes: row.watch_minutes,
    findings: byWorst(row.findings ?? loaded.findings),
    live: byWorst(loaded.findings),
    ready: loaded.gates.ready,
    open: loaded.gates.open.map((finding) => finding.code),
    overridden: loaded.gates.overridden.map((entry) => ({
      code: entry.finding.code,
      reason: entry.reason,
    })),
    signed: { operator: signedBy(loaded, 'operator'), fire_watch: signedBy(loaded, 'fire_watch') },
    issuedBy: row.issued_by,
    issuedAt: row.issued_at?.toISOString() ?? null,
    workStartedAt: row.work_started_at?.toISOString() ?? null,
    watchStartedAt: row.watch_started_at?.toISOString() ?? null,
    closedAt: row.closed_at?.toISOString() ?? null,
    nextRoundAt: count ? new Date(count.nextRoundAt).toISOString() : null,
    actions: PERMIT_ACTIONS.filter(
      (action) => mayAct(actor.role, action) && transitionOpen(action, life, now),
    ),
    events: events.map((event) => ({
      id: event.id,
      kind: event.kind,
      subject: event.subject,
      person: event.person,
      at: event.at.toISOString(),
      note: event.note,
      current:
        (event.kind !== 'sign' && event.kind !== 'override') ||
        event.permit_version === row.version,
      auditSeq: event.audit_seq,
      rehearsal: event.rehearsal,
    })),
    version: row.version,
    auditHash: last ? await auditHash(db, actor.organisation, last.audit_seq!) : null,
    designated: loaded.designated,
  }
}

/** Closing is offered during the whole watch, with the reason while it is too early. */
const transitionOpen = (
  action: (typeof PERMIT_ACTIONS)[number],
  life: ReturnType<typeof lifeOf>,
  now: number,
): boolean =>
  transition(life, action, now).ok ||
  (action === 'close' && life.watchStartedAt !== null && permitState(life, now) === 'watching')

export function readPermit(actor: Actor, id: string): Promise<Permit> {
  return inOrganisation(actor.organisation, async (db) =>
    toPermit(db, actor, await loadPermit(db, actor, id)),
  )
}

export function readPermits(
  actor: Actor,
  query: PageQuery & { sort: 'newest' | 'number'; state?: PermitState },
): Promise<Page<PermitRow>> {
  return inOrganisation(actor.organisation, async (db) => {
    const page = await listPermits(db, actor.site, query, actor.now)
    return { ...page, rows: page.rows.map((row) => toRow(row, actor.now)) }
  })
}

/** The job and all its permits, for an open record outside Zonaris. */
export function exportJob(
  actor: Actor,
  id: string,
): Promise<{ format: 'zonaris-job/1'; exportedAt: string; job: Job; permits: Permit[] }> {
  return inOrganisation(actor.organisation, async (db) => {
    const job = await loadJob(db, actor, id)
    const permits: Permit[] = []
    for (const permit of await permitsOfJob(db, id))
      permits.push(await toPermit(db, actor, await loadPermit(db, actor, permit)))
    return { format: 'zonaris-job/1', exportedAt: actor.now.toISOString(), job, permits }
  })
}
