import { randomUUID } from 'node:crypto'
import type { z } from 'zod'
import { extensionFault } from '#core/permit/lifecycle'
import { findJob } from '#server/db/job'
import { setValidTo } from '#server/db/permit-progress'
import { holdIssuing } from '#server/db/permit-people'
import { keepSnapshot } from '#server/db/permit-snapshot'
import { inOrganisation } from '#server/db/pool'
import { findSite } from '#server/db/site'
import { AppError, conflict, fieldError } from '#server/errors'
import type { extendBody, PermitStep } from '#shared/permit/schema'
import type { Actor } from '../actor'
import { siteMoment } from '../shop/day'
import { provePin } from '../sign-in/pin'
import { judgePermit } from './judge'
import { lifeOf } from './life'
import { signatoriesOf, SIGNER_NAME, type Signatory } from './signatures'
import { snapshotOf } from './snapshot'
import { addStep, hold, once, type HeldPermit } from './step'
import { toStep } from './view'

type Body = z.output<typeof extendBody>

/**
 * A permit goes on longer: everyone on it signs again, and whoever issues it. The PINs are proved first, with nothing held;
 * whoever was named meanwhile has not signed, and the extension is refused.
 */
export async function extendPermit(actor: Actor, id: string, body: Body): Promise<PermitStep> {
  const signed = await proveAll(actor, id, body)
  const content = { validTo: body.validTo }
  return once(
    actor,
    id,
    { id: body.eventId, kind: 'extend', content },
    async (db, before) => {
      const to = new Date(body.validTo)
      refuseLonger(actor, before, to)
      if (signatoriesOf(before).some((one) => !signed.includes(keyOf(one))))
        throw conflict('Somebody else is named by now. Load it again.', 'changed')
      await holdIssuing(db, before.row.site_id)
      await setValidTo(db, id, to)
      let held = await hold(db, id)
      const [first] = (await judgePermit(db, actor, held)).gates.open
      if (first)
        throw new AppError(409, 'blocked', `Not extended: ${first.sentence}`, [
          { path: first.code, message: first.sentence },
        ])
      const { row } = held
      const { time_zone: zone } = await findSite(db, row.site_id)
      await keepSnapshot(db, {
        organisation: actor.organisation,
        permit: id,
        version: row.version,
        ...snapshotOf(row, (await findJob(db, row.job_id))!),
        at: actor.now,
      })
      for (const { as, id: person, name, side } of signatoriesOf(held))
        held = await addStep(db, actor, held, {
          id: randomUUID(),
          kind: 'sign',
          subject: as,
          note: side,
          signer: { id: person!, name: name! },
        })
      return addStep(db, actor, held, {
        id: body.eventId,
        kind: 'extend',
        subject: 'valid_to',
        note: `Valid to ${siteMoment(to, zone)}, before that to ${siteMoment(before.row.valid_to, zone)}.`,
      })
    },
    (_, held) => toStep(actor, held),
  )
}

function refuseLonger(actor: Actor, held: HeldPermit, to: Date): void {
  const fault = extensionFault(lifeOf(held), to.getTime(), actor.now.getTime())
  if (fault) throw conflict(fault, 'wrong_state')
}

const keyOf = ({ as, id }: Pick<Signatory, 'as' | 'id'>): string => `${as} ${id}`

/** @returns whose PIN was right, and as what */
async function proveAll(actor: Actor, id: string, body: Body): Promise<string[]> {
  const signatories = await inOrganisation(actor.organisation, async (db) => {
    const held = await hold(db, id)
    refuseLonger(actor, held, new Date(body.validTo))
    return signatoriesOf(held)
  })
  for (const [i, signatory] of signatories.entries()) {
    const { as, id: person, name } = signatory
    if (person === null) throw conflict(`Nobody is named as ${SIGNER_NAME[as]}.`)
    const given = body.pins.find(
      (one) => one.as === as && (as !== 'watcher' || one.personId === person),
    )
    await provePin(actor, { id: person, name: name! }, given?.pin).catch((error: unknown) => {
      throw atField(error, `pins.${given ? body.pins.indexOf(given) : i}.pin`)
    })
  }
  await provePin(actor, { id: actor.person, name: actor.name }, body.pin)
  return signatories.map(keyOf)
}

/** The same refusal, at the field of one of several PINs. */
const atField = (error: unknown, path: string): unknown =>
  error instanceof AppError && error.code === 'wrong_pin' ? fieldError(path, error.message) : error
