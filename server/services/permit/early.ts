import { inOrganisation } from '#server/db/pool'
import { AppError } from '#server/errors'
import type { Actor } from '../actor'
import { hashOf } from '../canonical'
import { addStep, hold } from './step'

/** Somebody tried to close a permit before its watch was over. */
export class EarlyClose extends AppError {
  constructor(because: string) {
    super(409, 'too_early', `${because} The attempt is on record.`)
  }
}

/** Write an attempt down, in a transaction of its own: the one that it was made in is taken back. The same attempt counts once. */
export function recordEarly(
  actor: Actor,
  permit: string,
  eventId: string,
  { message }: EarlyClose,
): Promise<void> {
  const id = attemptId(eventId)
  return inOrganisation(actor.organisation, async (db) => {
    const held = await hold(db, permit)
    if (held.events.some((event) => event.id === id)) return
    await addStep(db, actor, held, { id, kind: 'refused', subject: 'close', note: message })
  })
}

/** Of the event that it would have been; that one stays free for when it succeeds. */
function attemptId(eventId: string): string {
  const hex = hashOf(`refused ${eventId}`)
  return [
    hex.slice(0, 8),
    hex.slice(8, 12),
    `8${hex.slice(13, 16)}`,
    `8${hex.slice(17, 20)}`,
    hex.slice(20, 32),
  ].join('-')
}
