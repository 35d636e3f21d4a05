import { inOrganisation } from '#server/db/pool'
import { findSecrets, type Secrets } from '#server/db/person'
import { fieldError } from '#server/errors'
import { recordRefusal, type Actor } from '../actor'
import { secretMatches } from './password'
import { aimOfPassword, countRight, countTry } from './tries'

/** @throws AppError 400 at the field unless it is the own password, 429 after too many tries */
export async function provePassword(actor: Actor, password: string): Promise<Secrets> {
  const aim = aimOfPassword(actor.person)
  await countTry(aim)
  const secrets = await inOrganisation(actor.organisation, (db) => findSecrets(db, actor.person))
  if (!(await secretMatches(secrets?.password_hash ?? null, password))) {
    await recordRefusal(actor, 'password_refused', actor.person)
    throw fieldError('password', 'The password is wrong.')
  }
  await countRight(aim)
  return secrets!
}
