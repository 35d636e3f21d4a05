import { watchOwed, type PermitAction } from '#core/permit/lifecycle'
import { stopsWork } from '#core/permit/stops-work'
import { markIssued } from '#server/db/permit'
import type { Db } from '#server/db/pool'
import { AppError, conflict, fieldError } from '#server/errors'
import { SIGNERS, type PermitStep } from '#shared/permit/schema'
import type { Actor } from '../actor'
import { requirePin } from '../sign-in/pin'
import { judgePermit } from './judge'
import { lifeOf } from './life'
import { mayAct } from './rights'
import { signedBy, SIGNER_NAME } from './signatures'
import { addStep, applyTransition, nextOf, once, type HeldPermit } from './step'
import { toStep } from './view'

interface Act {
  eventId: string
  action: PermitAction
  pin?: string
  note?: string
}

/** What an action asks for besides its state; it refuses by throwing. */
type Condition = (db: Db, actor: Actor, held: HeldPermit, act: Act) => Promise<unknown>

const CONDITIONS: Partial<Record<PermitAction, Condition>> = {
  issue,
  start: (db, actor, held) => {
    if (actor.now < held.row.valid_from) throw conflict('The permit is not valid yet.', 'too_soon')
    return requireSafe(db, actor, held)
  },
  resume: requireSafe,
  reinstate: requireSafe,
  suspend: requireNote,
  revoke: requireNote,
  close: requireWatch,
}

export function actOnPermit(actor: Actor, id: string, body: Act): Promise<PermitStep> {
  const { action, eventId, note } = body
  if (!mayAct(actor.role, action))
    throw new AppError(403, 'forbidden', 'Your role does not allow this.')
  return once(
    actor,
    id,
    { id: eventId, kind: 'action', subject: action },
    async (db, held) => {
      nextOf(held, action, actor.now)
      await CONDITIONS[action]?.(db, actor, held, body)
      return applyTransition(db, actor, held, action, { id: eventId, note: note || null })
    },
    (_, held) => toStep(actor, held),
  )
}

export function logRound(
  actor: Actor,
  id: string,
  body: { eventId: string; note?: string },
): Promise<PermitStep> {
  const step = { id: body.eventId, kind: 'round' as const, subject: 'round' }
  return once(
    actor,
    id,
    step,
    (db, held) => {
      if (held.row.watch_started_at === null || !watchOwed(lifeOf(held)))
        throw conflict('No watch is running on this permit.', 'no_watch')
      return addStep(db, actor, held, { ...step, note: body.note || null })
    },
    (_, held) => toStep(actor, held),
  )
}

/** All gates open and both signatures fresh; then the issuer signs and the Findings are kept as they are. */
async function issue(db: Db, actor: Actor, held: HeldPermit, { pin }: Act): Promise<void> {
  const { findings, gates } = await judgePermit(db, actor, held)
  const [first] = gates.open
  if (!gates.ready)
    throw new AppError(
      409,
      'blocked',
      `Not issued: ${gates.open.length} open. First: ${first?.sentence}`,
      gates.open.map((finding) => ({ path: finding.code, message: finding.sentence })),
    )
  const missing = SIGNERS.filter((as) => !signedBy(held, as)).map((as) => SIGNER_NAME[as])
  if (missing.length > 0)
    throw conflict(`Not signed yet by the ${missing.join(' and the ')}.`, 'unsigned')
  await requirePin(db, actor.person, pin, actor.name)
  await markIssued(db, held.row.id, { findings, person: actor.person, at: actor.now })
}

/** Gear can be locked out, or an air alarm raised, after the permit was issued; the work does not go on then. */
async function requireSafe(db: Db, actor: Actor, held: HeldPermit): Promise<void> {
  const stop = (await judgePermit(db, actor, held)).findings.find(stopsWork)
  if (stop)
    throw new AppError(409, 'blocked', stop.sentence, [{ path: stop.code, message: stop.sentence }])
}

async function requireNote(
  _db: Db,
  _actor: Actor,
  _held: HeldPermit,
  { note }: Act,
): Promise<void> {
  if (!note) throw fieldError('note', 'Say why.')
}

/** The watch answers with its PIN for an area that was seen to the end. */
async function requireWatch(db: Db, _actor: Actor, held: HeldPermit, { pin }: Act): Promise<void> {
  const { work_started_at: started, fire_watch_id: watch, fire_watch: name } = held.row
  if (started) await requirePin(db, watch!, pin, name!)
}
