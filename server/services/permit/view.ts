import { byWorst } from '#core/finding/finding'
import { countdown, endOf } from '#core/firewatch/countdown'
import { placesToLook } from '#core/firewatch/round'
import {
  mayChangeOperator,
  mayExtend,
  PERMIT_ACTIONS,
  permitState,
  stationed,
  transition,
  watchOf,
  type PermitAction,
  type PermitLife,
} from '#core/permit/lifecycle'
import type { PermitDbRow } from '#server/db/permit'
import type { EventRow } from '#server/db/permit-event'
import type { Permit, PermitRow, PermitStep } from '#shared/permit/schema'
import { isStaff, type Actor } from '../actor'
import { shownTo } from '../privacy'
import type { Judged } from './judge'
import { lifeOf, monitoringOf } from './life'
import { mayAct } from './rights'
import { tracesOf } from './traces'
import { isSigned, signatoriesOf } from './signatures'
import type { HeldPermit } from './step'

const iso = (at: Date | null): string | null => at?.toISOString() ?? null

/** A permit as lists show it. */
export function toRow(row: PermitDbRow, now: Date): PermitRow {
  const startedAt = row.watch_started_at?.getTime() ?? null
  const monitoring = monitoringOf(row)
  const ends =
    startedAt === null
      ? null
      : new Date(endOf({ startedAt, minutes: row.watch_minutes, monitoring }))
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
    watchEndsAt: iso(ends),
  }
}

/** What a step may have changed. Needs nothing but the permit and its events. */
export function toStep(actor: Actor, held: HeldPermit): PermitStep {
  const { row, events } = held
  const life = lifeOf(held)
  const now = actor.now.getTime()
  return {
    ...toRow(row, actor.now),
    signatories: signatoriesOf(held).map((signatory) => ({
      as: signatory.as,
      personId: signatory.id,
      name: signatory.name,
      side: signatory.side,
      isSigned: isSigned(held, signatory),
    })),
    workStartedAt: iso(row.work_started_at),
    watchStartedAt: iso(row.watch_started_at),
    closedAt: iso(row.closed_at),
    nextRoundAt: nextRound(life, now),
    traces: tracesOf(held),
    actions: PERMIT_ACTIONS.filter(
      (action) => mayAct(actor.role, action) && isOffered(action, life, now),
    ),
    mayExtend: isStaff(actor) && mayExtend(life, now),
    mayChangeOperator: isStaff(actor) && mayChangeOperator(life, now),
    mayHandOver: actor.role !== 'viewer' && stationed(life, now),
    events: events.map((event) => toEvent(event, row.version)),
    auditHash: events.findLast((event) => event.audit_hash !== null)?.audit_hash ?? null,
  }
}

/** The whole permit, judged now. */
export function toPermit(actor: Actor, held: HeldPermit, judged: Judged): Permit {
  const { row } = held
  return {
    ...toStep(actor, held),
    jobId: row.job_id,
    sweep: row.sweep as Permit['sweep'],
    operatorId: row.operator_id,
    operator: row.operator,
    fireWatchId: row.fire_watch_id,
    fireWatch: row.fire_watch,
    ruleSets: row.rule_sets,
    watchMinutes: row.watch_minutes,
    monitoring: monitoringOf(row),
    reach: row.reach,
    work: row.work,
    watchers: row.watchers,
    attendantId: row.attendant_id,
    attendant: row.attendant,
    rescue: row.rescue,
    putsBackId: row.puts_back_id,
    putsBack: row.puts_back,
    height: row.work_height,
    container: row.container,
    sketch: row.sketch as Permit['sketch'],
    found: row.found,
    seen: row.seen as Permit['seen'],
    from:
      row.from_id === null
        ? null
        : {
            id: row.from_id,
            number: row.from_number!,
            sweep: row.from_sweep as Permit['sweep'],
            goesOn: row.goes_on,
          },
    template: row.template,
    helps: judged.helps,
    lookAt: placesToLook({ ...row, inReach: judged.inReach }),
    arc: judged.arc,
    sparks: sparksOf(judged.sparks),
    inReach: judged.inReach,
    planVersion: row.plan_version,
    findings: byWorst(shownTo(actor, null, row.findings ?? judged.findings)),
    live: byWorst(shownTo(actor, null, judged.findings)),
    ready: judged.gates.ready,
    open: judged.gates.open.map((finding) => finding.code),
    overridden: judged.gates.overridden.map(({ finding, reason }) => ({
      code: finding.code,
      reason,
    })),
    issuedBy: row.issued_by,
    issuedAt: iso(row.issued_at),
    version: row.version,
    hash: judged.hash,
    designated: judged.designated,
  }
}

const sparksOf = (sparks: Judged['sparks']): Permit['sparks'] =>
  'because' in sparks
    ? sparks
    : { ...sparks, openings: [...sparks.openings], below: [...sparks.below] }

function nextRound(life: PermitLife, now: number): string | null {
  if (life.watchStartedAt === null || life.state === 'closed') return null
  return new Date(countdown(watchOf(life, life.watchStartedAt), now).nextRoundAt).toISOString()
}

/** Closing is offered during the whole watch, with the reason while it is too early. */
const isOffered = (action: PermitAction, life: PermitLife, now: number): boolean =>
  transition(life, action, now).ok ||
  (action === 'close' && life.watchStartedAt !== null && permitState(life, now) === 'watching')

/** Signatures and overrides count only for the version of the draft that they were given for. */
function toEvent(event: EventRow, version: number): Permit['events'][number] {
  const ofDraft = event.kind === 'sign' || event.kind === 'override'
  return {
    id: event.id,
    kind: event.kind,
    subject: event.subject,
    person: event.person,
    at: event.at.toISOString(),
    countsAt: iso(event.counts_at),
    note: event.note,
    current: !ofDraft || event.permit_version === version,
    auditSeq: event.audit_seq,
    rehearsal: event.rehearsal,
    details: event.details,
  }
}
