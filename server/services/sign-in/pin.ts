import { findSecrets, rehash } from '#server/db/person'
import { inOrganisation } from '#server/db/pool'
import { AppError } from '#server/errors'
import { recordRefusal, type Actor } from '../actor'
import { hashSecret, isOutdated, secretMatches } from './password'
import { aimOfSignature, countRight, countTry } from './tries'

const refused = (message: string): AppError =>
  new AppError(400, 'wrong_pin', message, [{ path: 'pin', message }])

/**
 * A signature: the PIN of the person who signs, whoever holds the tablet. Checked outside any transaction.
 * @throws AppError 400 for a wrong or missing PIN, 429 after too many
 */
export async function provePin(
  actor: Actor,
  signer: { id: string; name: string },
  pin: string | undefined,
): Promise<void> {
  if (!pin) throw refused(`Enter the PIN of ${signer.name}.`)
  const aim = aimOfSignature(signer.id, actor.person)
  await countTry(aim)
  const secrets = await inOrganisation(actor.organisation, (db) => findSecrets(db, signer.id))
  const hash = secrets?.pin_hash ?? null
  if (!hash) throw refused(`${signer.name} has no PIN yet; set one on the account page.`)
  if (!(await secretMatches(hash, pin))) {
    await recordRefusal(actor, 'pin_refused', signer.id)
    throw refused(`Not the PIN of ${signer.name}.`)
  }
  await countRight(aim)
  if (isOutdated(hash)) await renewPin(actor.organisation, signer.id, hash, pin)
}

/** The same PIN, hashed by today's settings. */
export async function renewPin(
  organisation: string,
  person: string,
  old: string,
  pin: string,
): Promise<void> {
  const fresh = await hashSecret(pin)
  await inOrganisation(organisation, (db) => rehash(db, person, { pin: [old, fresh] }))
}
