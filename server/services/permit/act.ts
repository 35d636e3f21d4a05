import { earlyFault, type PermitAction } from '#core/permit/lifecycle'
import { stopsWork } from '#core/permit/stops-work'
import { findPermit } from '#server/db/permit'
import { markIssued } from '#server/db/permit-progress'
import { holdIssuing } from '#server/db/permit-people'
import type { Db } from '#server/db/pool'
import { AppError, conflict, fieldError } from '#server/errors'
import type { PermitStep } from '#shared/permit/schema'
import type { Actor } from '../actor'
import { requireSignature, withSignature } from '../sign-in/signature'
import { EarlyClose, recordEarly } from './early'
import { judgePermit } from './judge'
import { lifeOf } from './life'
import { mayAct } from './rights'
import { tracesOf } from './traces'
import { isSigned, signatoriesOf, SIGNER_NAME } from './signatures'
import { applyTransition, nextOf, once, type HeldPermit } from './step'
import { toStep } from './view'

interface Act {
  eventId: string
  action: PermitAction
  pin?: string
  note?: string
  /** The fire watch is gone and cannot sign; a lead closes instead, saying why. */
  watchAbsent?: boolean
  /** Detectors that were isolated are back in service. */
  detectorsBack?: boolean
}

interface Signed extends Act {
  /** Whose PIN was right. */
  signature: string | null
}

/** What an action asks for besides its state; it refuses by throwing. */
type Condition = (db: Db, actor: Actor, held: HeldPermit, act: Signed) => Promise<unknown>

const REASON_LETTERS = 10

const CONDITIONS: Partial<Record<PermitAction, Condition>> = {
  issue,
  start: async (db, actor, held) => {
    if (actor.now < held.row.valid_from) throw conflict('The permit is not valid yet.', 'too_soon')
    await requireHandedOn(db, held)
    return requireSafe(db, actor, held)
  },
  resume: requireSafe,
  reinstate: requireSafe,
  suspend: requireNote,
  revoke: requireNote,
  close: async (db, actor, held, act) => {
    await requireWatch(db, actor, held, act)
    requireDetectors(held, act)
    requireQuiet(held)
  },
}

export function actOnPermit(actor: Actor, id: string, body: Act): Promise<PermitStep> {
  const { action, eventId, note, watchAbsent, detectorsBack } = body
  if (!mayAct(actor.role, action))
    throw new AppError(403, 'forbidden', 'Your role does not allow this.')
  const event = {
    id: eventId,
    kind: 'action',
    content: { action, note, watchAbsent, detectorsBack },
  }
  return withSignature(actor, body.pin, (signature) =>
    once(
      actor,
      id,
      event,
      async (db, held) => {
        if (action === 'close') refuseEarly(actor, held)
        nextOf(held, action, actor.now)
        await CONDITIONS[action]?.(db, actor, held, { ...body, signature })
        return applyTransition(db, actor, held, action, { id: eventId, note: note || null })
      },
      (_, held) => toStep(actor, held),
    ),
  ).catch(async (error: unknown) => {
    if (error instanceof EarlyClose) await recordEarly(actor, id, eventId, error)
    throw error
  })
}

function refuseEarly(actor: Actor, held: HeldPermit): void {
  const early = earlyFault(lifeOf(held), actor.now.getTime())
  if (early) throw new EarlyClose(early)
}

/** All gates open and both signatures fresh; then the issuer signs and the Findings are kept as they are. */
async function issue(db: Db, actor: Actor, held: HeldPermit, { signature }: Signed): Promise<void> {
  await holdIssuing(db, held.row.site_id)
  const { findings, gates } = await judgePermit(db, actor, held)
  const [first] = gates.open
  if (!gates.ready)
    throw new AppError(
      409,
      'blocked',
      `Not issued: ${gates.open.length} open. First: ${first?.sentence}`,
      gates.open.map((finding) => ({ path: finding.code, message: finding.sentence })),
    )
  const missing = signatoriesOf(held)
    .filter((signatory) => !isSigned(held, signatory))
    .map(({ as }) => SIGNER_NAME[as])
  if (missing.length > 0)
    throw conflict(`Not signed yet by the ${missing.join(' and the ')}.`, 'unsigned')
  requireSignature(signature, { id: actor.person, name: actor.name })
  await markIssued(db, held.row.id, { findings, person: actor.person, at: actor.now })
}

/** Gear can be locked out, an air alarm raised, a gas test run out after the permit was issued; the work does not go on then. */
async function requireSafe(db: Db, actor: Actor, held: HeldPermit): Promise<void> {
  requireQuiet(held)
  const stop = (await judgePermit(db, actor, held)).gates.open.find(stopsWork)
  if (stop)
    throw new AppError(409, 'blocked', stop.sentence, [{ path: stop.code, message: stop.sentence }])
}

/** One shift stops before the next begins. */
async function requireHandedOn(db: Db, { row }: HeldPermit): Promise<void> {
  const before = row.goes_on ? await findPermit(db, row.from_id!) : null
  if (before?.work_started_at && !before.watch_started_at && before.state !== 'closed')
    throw conflict(`Stop the work under permit ${before.number} first.`, 'not_handed_on')
}

async function requireNote(
  _db: Db,
  _actor: Actor,
  _held: HeldPermit,
  { note }: Act,
): Promise<void> {
  if (!note) throw fieldError('note', 'Say why.')
}

/** The watch answers with its PIN for an area that was seen to the end; where it has left, a lead with the own PIN and the reason. */
async function requireWatch(_db: Db, actor: Actor, held: HeldPermit, act: Signed): Promise<void> {
  const { work_started_at: started, fire_watch_id: watch, fire_watch: name } = held.row
  if (!started) return
  if (!act.watchAbsent) return requireSignature(act.signature, { id: watch!, name: name! })
  if (actor.role !== 'lead')
    throw new AppError(403, 'forbidden', 'Only a safety lead closes in place of the fire watch.')
  if ((act.note ?? '').length < REASON_LETTERS)
    throw fieldError('note', 'Say why the fire watch cannot sign, in at least 10 characters.')
  requireSignature(act.signature, { id: actor.person, name: actor.name })
}

/** Where a round noticed something, nobody closes and nobody works: it is looked at again until nothing is. */
function requireQuiet(held: HeldPermit): void {
  const [first] = tracesOf(held)
  if (first)
    throw conflict(`A round noticed: ${first}. Look again until nothing is noticed.`, 'traces')
}

/** Work that was begun may have left detectors isolated: whoever closes it says that they are back. */
function requireDetectors({ row }: HeldPermit, { detectorsBack }: Act): void {
  if (row.sweep.detectors === 'yes' && row.work_started_at && !detectorsBack)
    throw fieldError(
      'detectorsBack',
      `Say that the detectors are back in service. ${row.puts_back} puts them back.`,
    )
}
