import { inOrganisation } from '#server/db/pool'
import {
  confirmFactor,
  dropFactor,
  findFactor,
  keepFactor,
  spendRecovery,
  spendStep,
  type Factor,
} from '#server/db/second-factor'
import { findPerson } from '#server/db/person'
import { AppError, conflict, fieldError, notFound } from '#server/errors'
import type { SecondFactor } from '#shared/sign-in/second-factor'
import { record, type Actor } from '../actor'
import { digestOf, keyAddress, newKey, newRecoveryCodes, stepOf } from './code'
import { provePassword } from './prove'
import { seal, unseal } from './seal'
import { toldAlone } from './told'
import { aimOfCode, countRight, countTry, type Source } from './tries'

const PURPOSE = 'second factor'
const DIGITS = /^\d{6}$/

const wrongCode = (): AppError =>
  fieldError('code', 'Not a code that counts now. Each opens once; wait for the next.')

export async function readFactor(actor: Actor): Promise<SecondFactor> {
  const factor = await inOrganisation(actor.organisation, (db) => findFactor(db, actor.person))
  return {
    since: factor?.confirmed_at?.toISOString() ?? null,
    recoveryLeft: factor?.recovery.length ?? 0,
  }
}

/** A fresh key, which counts once a first code of it was right. Twice: the newer key. */
export async function beginFactor(
  actor: Actor,
  password: string,
): Promise<{ key: string; address: string }> {
  await provePassword(actor, password)
  const key = newKey()
  const account = await inOrganisation(actor.organisation, async (db) => {
    const kept = await keepFactor(db, {
      organisation: actor.organisation,
      person: actor.person,
      sealedKey: seal(key, PURPOSE, actor.person),
    })
    if (!kept) throw alreadyOn()
    return (await findPerson(db, actor.person))!.email ?? actor.name
  })
  return { key, address: keyAddress(key, account) }
}

const alreadyOn = (): AppError =>
  conflict('A second factor is on already. Turn it off before you set up another.', 'factor_on')

/** @returns the recovery codes, this once; only their digests are kept. */
export async function confirm(actor: Actor, code: string, source: Source): Promise<string[]> {
  const aim = await aimOfCode(actor.person, source)
  await countTry(aim)
  const codes = newRecoveryCodes()
  const right = await inOrganisation(actor.organisation, async (db) => {
    const factor = await findFactor(db, actor.person)
    if (!factor) throw conflict('Begin again: there is no key to confirm.', 'no_key')
    if (factor.confirmed_at) throw alreadyOn()
    const step = stepOf(unseal(factor.sealed_key, PURPOSE, actor.person), code, Date.now())
    if (step === null) return false
    if (!(await confirmFactor(db, actor.person, step, codes.map(digestOf)))) throw alreadyOn()
    await record(db, actor, 'second_factor_on', 'person', actor.person)
    return true
  })
  if (!right) throw wrongCode()
  await countRight(aim)
  return codes
}

/** Turn it off, with the password and a code. */
export async function removeFactor(
  actor: Actor,
  password: string,
  code: string,
  source: Source,
): Promise<void> {
  await provePassword(actor, password)
  await proveCode(actor, code, source)
  await inOrganisation(actor.organisation, async (db) => {
    if (await dropFactor(db, actor.person))
      await record(db, actor, 'second_factor_off', 'person', actor.person)
  })
}

/** A lead takes it off somebody who lost the device. Twice is once. */
export function resetFactor(actor: Actor, id: string): Promise<void> {
  return inOrganisation(actor.organisation, async (db) => {
    if (!(await findPerson(db, id))) throw notFound('person')
    if (id === actor.person)
      throw conflict('Turn off your own on your account page, with a code of it.', 'own_factor')
    if (await dropFactor(db, id)) await record(db, actor, 'second_factor_reset', 'person', id)
  })
}

/**
 * Ask for a code where the person has a second factor.
 * @throws AppError 401 `code_needed` where none was sent, 400 at the field for a wrong one, 429 after too many
 */
export async function proveCode(
  who: Pick<Actor, 'organisation' | 'person'>,
  code: string | undefined,
  source: Source,
): Promise<void> {
  const factor = await inOrganisation(who.organisation, (db) => findFactor(db, who.person))
  if (!factor?.confirmed_at) return
  if (!code)
    throw new AppError(401, 'code_needed', 'Enter the code of your second factor.', [
      { path: 'code', message: 'Enter the code that your app shows, or a recovery code.' },
    ])
  const aim = await aimOfCode(who.person, source)
  await countTry(aim)
  if (!(await spend(who, factor, code))) {
    await toldAlone(who.organisation, who.person, 'code_refused')
    throw wrongCode()
  }
  await countRight(aim)
  if (!DIGITS.test(code)) await toldAlone(who.organisation, who.person, 'recovery_used')
}

/** Each code and each recovery code opens once, however many come with it at the same moment. */
async function spend(
  who: Pick<Actor, 'organisation' | 'person'>,
  factor: Factor,
  code: string,
): Promise<boolean> {
  const step = DIGITS.test(code)
    ? stepOf(unseal(factor.sealed_key, PURPOSE, who.person), code, Date.now())
    : null
  return inOrganisation(who.organisation, async (db) =>
    DIGITS.test(code)
      ? step !== null && (await spendStep(db, who.person, step))
      : await spendRecovery(db, who.person, digestOf(code)),
  )
}
