import type { Role } from '#shared/sign-in/schema'
import { appendAudit, type AuditMark } from '../db/audit'
import type { Db } from '../db/pool'

/** The person who asks, and the time at which they asked. Every use case takes one. */
export interface Actor {
  person: string
  organisation: string
  site: string
  name: string
  role: Role
  signIn: string | null
  now: Date
  rehearsal: boolean
}

export const isStaff = (actor: Actor): boolean =>
  actor.role === 'lead' || actor.role === 'instructor'

/** Write an event that matters into the chain. */
export function record(
  db: Db,
  actor: Actor,
  action: string,
  subject: string,
  subjectId: string | null,
  details: object = {},
): Promise<AuditMark> {
  return appendAudit(db, {
    organisation: actor.organisation,
    at: actor.now,
    person: actor.person,
    action,
    subject,
    subjectId,
    details,
    rehearsal: actor.rehearsal,
  })
}
