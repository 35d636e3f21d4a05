import { stationed, watchOwed } from '#core/permit/lifecycle'
import { findPersonBrief } from '#server/db/person'
import { setFireWatch, setRoundsUntil } from '#server/db/permit-progress'
import { attachToEvent } from '#server/db/photo'
import { holdIssuing, permitsBeside } from '#server/db/permit-people'
import type { Db } from '#server/db/pool'
import { conflict, fieldError } from '#server/errors'
import type { PermitStep } from '#shared/permit/schema'
import type { StepDetails } from '#shared/permit/round'
import { isStaff, type Actor } from '../actor'
import { requireSignature, withSignature } from '../sign-in/signature'
import { lifeOf } from './life'
import { withHeat } from './spot'
import { addStep, once, type HeldPermit } from './step'
import { toStep } from './view'

interface Round {
  eventId: string
  note?: string
  /** Who made it, when another than the one who sends it. */
  madeBy?: string
  /** What was looked at, and noticed. */
  looked?: StepDetails['looked']
  pin?: string
}

/** A round of the fire watch: by the one who is named, or by somebody who may watch and says so with the own PIN. */
export function logRound(actor: Actor, id: string, body: Round): Promise<PermitStep> {
  const { eventId, note, madeBy, looked, pin } = body
  const event = { id: eventId, kind: 'round' as const, content: { note, madeBy, looked } }
  return withSignature(actor, pin, (signature) =>
    once(
      actor,
      id,
      event,
      async (db, held) => {
        if (held.row.watch_started_at === null || !watchOwed(lifeOf(held)))
          throw conflict('No watch is running on this permit.', 'no_watch')
        const maker = await makerOf(db, actor, held, madeBy)
        const isOwnWatch = maker.id === actor.person && maker.id === held.row.fire_watch_id
        if (!isOwnWatch) requireSignature(signature, maker)
        if (actor.late) await setRoundsUntil(db, id, moreUntil(actor.now, actor.late.mark.more))
        const seen = looked && (await withHeat(db, actor, held.events, looked))
        const next = await addStep(db, actor, held, {
          id: eventId,
          kind: 'round',
          subject: 'round',
          note: note || null,
          ...(seen && { details: { looked: seen } }),
          ...(maker.id !== actor.person && { signer: maker }),
        })
        await attachPhotos(db, actor, id, eventId, looked)
        return next
      },
      (_, held) => toStep(actor, held),
    ),
  )
}

/** Rounds that a phone kept come one right after the other; so long nobody is called for the next, ms. */
const NEXT_ROUND_MS = 10_000
const moreUntil = (now: Date, more: number): Date | null =>
  more > 0 ? new Date(now.getTime() + NEXT_ROUND_MS) : null

/**
 * A round that came late counts without a photo that did not.
 * @throws where a photo did not arrive, or is of something else
 */
async function attachPhotos(
  db: Db,
  actor: Actor,
  permit: string,
  event: string,
  looked: Round['looked'] = [],
): Promise<void> {
  for (const [i, { id: line, photo }] of looked.entries()) {
    if (!photo) continue
    const taken = { id: photo, item: permit, person: actor.person, event, line, at: actor.now }
    if (!(await attachToEvent(db, taken)) && !actor.late)
      throw fieldError(`looked.${i}.photo`, 'Its photo is not here. Take it again.')
  }
}

async function makerOf(
  db: Db,
  actor: Actor,
  { row }: HeldPermit,
  madeBy: string | undefined,
): Promise<{ id: string; name: string }> {
  const named = { id: row.fire_watch_id!, name: row.fire_watch! }
  const maker = madeBy ?? named.id
  if (maker === named.id) return named
  return watcher(db, row, maker, 'madeBy', isStaff(actor) && maker === actor.person)
}

/** @param trusted staff who go round themselves need no training on file */
async function watcher(
  db: Db,
  row: HeldPermit['row'],
  id: string,
  path: string,
  trusted = false,
): Promise<{ id: string; name: string }> {
  const person = await findPersonBrief(db, id)
  if (!person?.active) throw fieldError(path, 'This person is not on the roster.')
  if (id === row.operator_id)
    throw fieldError(path, 'The operator has the arc to look at and cannot watch as well.')
  if (!person.trained && !trusted)
    throw fieldError(path, `${person.name} has no fire watch training on file.`)
  return { id, name: person.name }
}

/** @throws where somebody watches on another side of this permit, or on another permit in the same time */
async function refuseBusy(
  db: Db,
  actor: Actor,
  row: HeldPermit['row'],
  { id, name }: { id: string; name: string },
): Promise<void> {
  if (row.watchers.some(({ personId }) => personId === id))
    throw fieldError('personId', `${name} watches another side of this permit.`)
  const until = new Date(Math.max(row.valid_to.getTime(), actor.now.getTime() + 1))
  const when = {
    id: row.id,
    site: row.site_id,
    besides: row.goes_on ? row.from_id : null,
    from: actor.now,
    to: until,
    now: actor.now,
  }
  const other = (await permitsBeside(db, when)).find(({ watchers }) => watchers.includes(id))
  if (other) throw fieldError('personId', `${name} watches permit ${other.number} now.`)
}

/** The watch passes to somebody else, who takes it over with the own PIN. What was watched so far counts on. */
export function handOver(
  actor: Actor,
  id: string,
  body: { eventId: string; personId: string; pin: string; note?: string },
): Promise<PermitStep> {
  const { eventId, personId, pin, note } = body
  const event = { id: eventId, kind: 'hand_over' as const, content: { personId, note } }
  return withSignature(actor, pin, (signature) =>
    once(
      actor,
      id,
      event,
      async (db, held) => {
        const { row } = held
        if (!stationed(lifeOf(held), actor.now.getTime()))
          throw conflict(
            'Nobody stands watch on this permit now. In a draft, name the fire watch instead.',
            'no_watch',
          )
        if (personId === row.fire_watch_id)
          throw fieldError('personId', `${row.fire_watch} has the watch already.`)
        await holdIssuing(db, row.site_id)
        const next = await watcher(db, row, personId, 'personId')
        await refuseBusy(db, actor, row, next)
        requireSignature(signature, next)
        await setFireWatch(db, row.id, next.id)
        const from = `Taken over from ${row.fire_watch}.`
        return addStep(
          db,
          actor,
          { ...held, row: { ...row, fire_watch_id: next.id, fire_watch: next.name } },
          {
            id: eventId,
            kind: 'hand_over',
            subject: 'fire_watch',
            note: note ? `${from} ${note}` : from,
            signer: next,
          },
        )
      },
      (_, held) => toStep(actor, held),
    ),
  )
}
