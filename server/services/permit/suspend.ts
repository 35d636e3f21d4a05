import { randomUUID } from 'node:crypto'
import { transition } from '#core/permit/lifecycle'
import { appendAudit } from '#server/db/audit'
import { eventsOf, findPermit, holdPermit, insertEvent, setPermitState } from '#server/db/permit'
import type { Db } from '#server/db/pool'
import { lifeOf, roundTimes } from './life'

/** Who stops the work: a person, or null for a monitor. */
export interface Stopper {
  organisation: string
  person: string | null
  now: Date
  rehearsal: boolean
}

/** Suspend a permit for an air alarm. Where work had begun its fire watch starts; a permit that cannot be suspended is left as it is. */
export async function suspendForAlarm(
  db: Db,
  by: Stopper,
  id: string,
  note: string,
): Promise<void> {
  await holdPermit(db, id)
  const row = await findPermit(db, id)
  if (!row) return
  const next = transition(
    lifeOf(row, roundTimes(await eventsOf(db, id))),
    'suspend',
    by.now.getTime(),
  )
  if (!next.ok) return
  const at = (ms: number | null): Date | null => (ms === null ? null : new Date(ms))
  await setPermitState(db, id, {
    state: next.state,
    workStartedAt: at(next.workStartedAt),
    watchStartedAt: at(next.watchStartedAt),
    closedAt: null,
  })
  const event = randomUUID()
  const auditSeq = await appendAudit(db, {
    organisation: by.organisation,
    at: by.now,
    person: by.person,
    action: 'permit_action',
    subject: 'permit',
    subjectId: id,
    details: { number: row.number, event, subject: 'suspend', note },
    rehearsal: by.rehearsal,
  })
  await insertEvent(db, {
    id: event,
    organisation: by.organisation,
    permit: id,
    kind: 'action',
    subject: 'suspend',
    person: by.person,
    at: by.now,
    note,
    version: row.version,
    auditSeq,
    rehearsal: by.rehearsal,
  })
}
