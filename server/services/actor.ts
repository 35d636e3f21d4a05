import type { Role, SignInKind } from '#shared/sign-in/schema'
import { appendAudit, type AuditMark } from '../db/audit'
import { inOrganisation, type Db } from '../db/pool'
import type { Late } from './late/kept'

/** The person who asks, and the time at which they asked. Every use case takes one. */
export interface Actor {
  person: string
  organisation: string
  site: string
  name: string
  /** As it was when this person signed in, or made the token. */
  role: Role
  /** Which way in: the whole account, a booth, or an API token. */
  kind: SignInKind | 'token'
  /** The booth of a sign-in at a booth. */
  booth: string | null
  /** What a token may do; null where the role alone says it. */
  scopes: readonly string[] | null
  signIn: string | null
  /** The site asks its leads for a second factor, and this one has none yet. */
  lacksFactor: boolean
  now: Date
  rehearsal: boolean
  /** What is sent was entered before, without a signal. */
  late?: Late
}

export const isStaff = (actor: Actor): boolean =>
  actor.role === 'lead' || actor.role === 'instructor'

/** A refusal is told as well, in a transaction of its own as nothing else is written. */
export async function recordRefusal(
  actor: Actor,
  action: string,
  subjectId: string,
  details: object = {},
): Promise<void> {
  await inOrganisation(actor.organisation, (db) =>
    record(db, actor, action, 'person', subjectId, details),
  )
}

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
