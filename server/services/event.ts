import { findSeen, insertSeen } from '#server/db/event'
import type { Db } from '#server/db/pool'
import { conflict, type AppError } from '#server/errors'
import type { Actor } from './actor'
import { canonical, hashOf } from './canonical'

export interface SentEvent {
  /** Made by the sender, the same over every retry. */
  id: string
  /** What kind of event it is, and what it happens to. */
  kind: string
  of: string
  /** What it says; a PIN is no part of it. */
  content: object
}

/**
 * Whether an event is new. The same from the same person is not: nothing is to be written, and the answer is the one that it had.
 * Ask first of all in the transaction: refused or failed, the identifier is free again.
 * @throws AppError 409 when the identifier stands for something else, or is somebody else's
 */
export async function isNew(
  db: Db,
  actor: Pick<Actor, 'organisation' | 'person' | 'now'>,
  { id, kind, of, content }: SentEvent,
): Promise<boolean> {
  const digest = hashOf(canonical({ kind, of, content }))
  const { organisation, person, now } = actor
  if (await insertSeen(db, { id, organisation, person, digest, at: now })) return true
  const seen = await findSeen(db, id)
  if (seen?.person_id !== person || seen.digest !== digest) throw usedBefore()
  return false
}

export const usedBefore = (): AppError =>
  conflict(
    'This identifier already stands for something else. Nothing was saved; send it again as a new one.',
    'event_used',
  )
