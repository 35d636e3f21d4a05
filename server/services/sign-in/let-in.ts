import { randomInt } from 'node:crypto'
import { findMe, setSecret } from '#server/db/person'
import { inOrganisation, inTransaction } from '#server/db/pool'
import { dropFactor } from '#server/db/second-factor'
import { findLogins, forgetDevices, releasePerson } from '#server/db/sign-in'
import { hashSecret } from './password'
import { told } from './told'

const LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789'
const LENGTH = 20

const newPassword = (): string =>
  Array.from({ length: LENGTH }, () => LETTERS[randomInt(LETTERS.length)]).join('')

/**
 * For whoever has the machine: a new password for those who sign in with this email, without the second factor. All sign-ins of
 * theirs end, waits after wrong tries are forgotten. Twice: the newer password.
 */
export async function letIn(email: string): Promise<{ organisation: string; password: string }[]> {
  const logins = await inTransaction((db) => findLogins(db, email))
  const done = []
  for (const { organisation_id: organisation, person_id: person } of logins) {
    const password = newPassword()
    const passwordHash = await hashSecret(password)
    const name = await inOrganisation(organisation, async (db) => {
      await setSecret(db, person, { passwordHash })
      await dropFactor(db, person)
      await forgetDevices(db, person)
      await releasePerson(db, person)
      await told(db, organisation, person, 'let_in_at_machine')
      return (await findMe(db, person, new Date())).organisation
    })
    done.push({ organisation: name, password })
  }
  return done
}
