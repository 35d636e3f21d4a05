import { randomUUID } from 'node:crypto'
import type { z } from 'zod'
import { rehash } from '#server/db/person'
import { inOrganisation, inTransaction } from '#server/db/pool'
import {
  findBoothLogin,
  findLogins,
  insertSignIn,
  noteDevice,
  revokeSignIn,
  type EmailLogin,
  type NewSignIn,
} from '#server/db/sign-in'
import { AppError } from '#server/errors'
import type { signInBody } from '#shared/sign-in/schema'
import type { Actor } from '../actor'
import { hashSecret, isOutdated, secretMatches } from './password'
import { renewPin } from './pin'
import { proveCode } from './second-factor'
import { told, toldAlone } from './told'
import { aimOfBooth, aimOfSignIn, countRight, countTry, type Source } from './tries'

const ACCOUNT_HOURS = 12
/** A booth is left at the end of a shift. */
const BOOTH_HOURS = 10

/**
 * Sign in with email and password, and a code where the person has a second factor.
 * @returns the id of the new sign-in. Wrong email and wrong password look the same from outside.
 */
export async function signIn(
  { email, password, code }: z.output<typeof signInBody>,
  source: Source,
): Promise<string> {
  const logins = await inTransaction((db) => findLogins(db, email))
  const [only] = logins.length === 1 ? logins : []
  const aim = await aimOfSignIn(email, only?.person_id ?? null, source)
  await countTry(aim)
  const login = await whoseIs(password, logins)
  if (!login) {
    if (only) await toldAlone(only.organisation_id, only.person_id, 'sign_in_refused')
    throw new AppError(401, 'wrong_sign_in', 'Email or password is wrong.', [
      { path: 'password', message: 'Email or password is wrong.' },
    ])
  }
  await countRight(aim)
  await proveCode({ organisation: login.organisation_id, person: login.person_id }, code, source)
  if (isOutdated(login.password_hash)) {
    const fresh = await hashSecret(password)
    await inOrganisation(login.organisation_id, (db) =>
      rehash(db, login.person_id, { password: [login.password_hash, fresh] }),
    )
  }
  return begin(
    {
      organisation: login.organisation_id,
      person: login.person_id,
      role: login.role,
      accessVersion: login.access_version,
      kind: 'account',
      station: null,
      hours: ACCOUNT_HOURS,
    },
    source,
  )
}

/** The one whose password it is. Nobody there costs as much time as somebody. */
async function whoseIs(password: string, logins: EmailLogin[]): Promise<EmailLogin | null> {
  if (logins.length === 0) await secretMatches(null, password)
  for (const login of logins) if (await secretMatches(login.password_hash, password)) return login
  return null
}

/**
 * Sign in at a booth by PIN, for those expected there. It opens the own card and little else, whatever the role.
 * @param code of the booth @returns the id of the new sign-in
 */
export async function signInAtBooth(
  code: string,
  person: { id: string; name: string },
  pin: string,
  source: Source,
): Promise<string> {
  const login = await inTransaction((db) => findBoothLogin(db, code, person.id))
  if (!login) throw new AppError(404, 'not_found', 'There is no such person at this booth.')
  // A few digits on the wall never stand for a lead or instructor.
  if (login.role !== 'worker' && login.role !== 'viewer')
    throw new AppError(403, 'forbidden', 'Leads and instructors sign in by email and password.')
  const aim = await aimOfBooth(code, person.id, source)
  await countTry(aim)
  const refuse = (message: string): AppError =>
    new AppError(400, 'wrong_pin', message, [{ path: 'pin', message }])
  if (!login.pin_hash)
    throw refuse(`${person.name} has no PIN yet; an instructor sets one on the page of the person.`)
  if (!(await secretMatches(login.pin_hash, pin))) {
    await toldAlone(login.organisation_id, person.id, 'booth_refused')
    throw refuse(`Not the PIN of ${person.name}.`)
  }
  await countRight(aim)
  if (isOutdated(login.pin_hash))
    await renewPin(login.organisation_id, person.id, login.pin_hash, pin)
  return begin(
    {
      organisation: login.organisation_id,
      person: person.id,
      role: login.role,
      accessVersion: login.access_version,
      kind: 'booth',
      station: login.station_id,
      hours: BOOTH_HOURS,
    },
    source,
  )
}

async function begin(row: Omit<NewSignIn, 'id'>, source: Source): Promise<string> {
  const id = randomUUID()
  await inOrganisation(row.organisation, async (db) => {
    await insertSignIn(db, { ...row, id })
    if (source.device) await noteDevice(db, row.organisation, row.person, source.device)
    await told(db, row.organisation, row.person, 'signed_in', { kind: row.kind })
  })
  return id
}

export async function signOut(actor: Actor): Promise<void> {
  const id = actor.signIn
  if (id) await inOrganisation(actor.organisation, (db) => revokeSignIn(db, id))
}
