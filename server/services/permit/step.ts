import { transition, type PermitAction, type Transition } from '#core/permit/lifecycle'
import { appendAudit } from '#server/db/audit'
import { holdPermit, type PermitDbRow } from '#server/db/permit'
import { setPermitState } from '#server/db/permit-progress'
import { eventsOf, insertEvent, type EventRow } from '#server/db/permit-event'
import { inOrganisation, type Db } from '#server/db/pool'
import { conflict, notFound } from '#server/errors'
import type { StepDetails } from '#shared/permit/round'
import type { Actor } from '../actor'
import { isNew, type SentEvent } from '../event'
import type { Late } from '../late/kept'
import { countsAt, lateDetails } from '../late/late'
import { lifeOf } from './life'

/** A permit that nobody else can change until the transaction ends, and what happened to it. */
export interface HeldPermit {
  row: PermitDbRow
  events: EventRow[]
}

/** Who takes a step: a person, or null for a monitor or the clock. */
export interface Stepper {
  organisation: string
  person: string | null
  /** Shown beside the step. */
  name: string
  now: Date
  rehearsal: boolean
  /** It was taken before, without a signal. */
  late?: Late
}

export interface Step {
  id: string
  kind: EventRow['kind']
  subject: string
  note: string | null
  /** Whose step it is, when another than the one who sends it. */
  signer?: { id: string; name: string }
  details?: StepDetails
}

export async function hold(db: Db, id: string): Promise<HeldPermit> {
  const row = await holdPermit(db, id)
  if (!row) throw notFound('permit')
  return { row, events: await eventsOf(db, row) }
}

/**
 * Take a step on a held permit. The same step sent again changes nothing and answers the same.
 * @param work what the step does; it answers the permit after it
 * @throws AppError 409 when its identifier already stands for something else
 */
export function once<T>(
  actor: Actor,
  id: string,
  event: Pick<SentEvent, 'id' | 'kind' | 'content'>,
  work: (db: Db, held: HeldPermit) => Promise<HeldPermit>,
  answer: (db: Db, held: HeldPermit) => Promise<T> | T,
): Promise<T> {
  return inOrganisation(actor.organisation, async (db) => {
    const fresh = await isNew(db, actor, { ...event, of: id })
    const held = await hold(db, id)
    return answer(db, fresh ? await work(db, held) : held)
  })
}

/** What an action would make of a permit. @throws conflict with the reason when it may not */
export function nextOf(
  held: HeldPermit,
  action: PermitAction,
  now: Date,
): Extract<Transition, { ok: true }> {
  const next = transition(lifeOf(held), action, now.getTime())
  if (!next.ok) throw conflict(next.because, 'wrong_state')
  return next
}

/** Move a permit from one state to the next, for a person, an alarm or the clock. @throws conflict with the reason when it may not */
export async function applyTransition(
  db: Db,
  by: Stepper,
  held: HeldPermit,
  action: PermitAction,
  step: Pick<Step, 'id' | 'note'>,
): Promise<HeldPermit> {
  const next = nextOf(held, action, by.now)
  const at = (ms: number | null): Date | null => (ms === null ? null : new Date(ms))
  const change = {
    state: next.state,
    work_started_at: at(next.workStartedAt),
    watch_started_at: at(next.watchStartedAt),
    closed_at: next.state === 'closed' ? by.now : null,
  }
  await setPermitState(db, held.row.id, change)
  const moved = { ...held, row: { ...held.row, ...change } }
  return addStep(db, by, moved, { ...step, kind: 'action', subject: action })
}

const detailsOf = ({ late }: Stepper, { details }: Step): StepDetails | null =>
  late ? { ...details, late: lateDetails(late) } : (details ?? null)

/** Write a step into the record of the permit and into the audit. */
export async function addStep(
  db: Db,
  by: Stepper,
  held: HeldPermit,
  step: Step,
): Promise<HeldPermit> {
  const { row } = held
  const { id, kind, subject, note, signer } = step
  const details = detailsOf(by, step)
  const mark = await appendAudit(db, {
    organisation: by.organisation,
    at: by.now,
    person: by.person,
    action: `permit_${kind}`,
    subject: 'permit',
    subjectId: row.id,
    details: {
      number: row.number,
      event: id,
      subject,
      note,
      ...(signer && { signedBy: signer.id }),
      ...(details && { details }),
    },
    rehearsal: by.rehearsal,
  })
  const event: EventRow = {
    id,
    kind,
    subject,
    person_id: signer?.id ?? by.person,
    person: signer?.name ?? by.name,
    at: by.now,
    counts_at: countsAt(by),
    note,
    permit_version: row.version,
    audit_seq: mark.seq,
    audit_hash: mark.hash,
    rehearsal: by.rehearsal,
    details,
  }
  await insertEvent(db, { ...event, organisation: by.organisation, permit: row.id })
  return { row, events: [...held.events, event] }
}
