import { randomUUID } from 'node:crypto'
import { AppError } from '#server/errors'
import {
  clearAttempts,
  countAttempt,
  findLogin,
  insertSignIn,
  revokeSignIn,
} from '#server/db/sign-in'
import { inOrganisation, inTransaction } from '#server/db/pool'
import type { Actor } from '../actor'
import { secretMatches } from './password'

const MOST = 8
const WINDOW_MINUTES = 10
export const tooMany = (): AppError =>
  new AppError(
    429,
    'too_many',
    `Too many tries. Wait ${WINDOW_MINUTES} minutes.`,
    undefined,
    WINDOW_MINUTES * 60,
  )

/** @returns the id of the new sign-in. Wrong email and wrong password look the same from outside. */
export async function signIn(email: string, password: string, hours: number): Promise<string> {
  const key = `sign-in:${email}`
  if (!(await inTransaction((db) => countAttempt(db, key, MOST, WINDOW_MINUTES)))) throw tooMany()
  const login = await inTransaction((db) => findLogin(db, email))
  if (!(await secretMatches(login?.password_hash ?? null, password)) || !login)
    throw new AppError(401, 'wrong_sign_in', 'Email or password is wrong.', [
      { path: 'password', message: 'Email or password is wrong.' },
    ])
  const id = randomUUID()
  await inOrganisation(login.organisation_id, async (db) => {
    await insertSignIn(db, {
      id,
      organisation: login.organisation_id,
      person: login.person_id,
      hours,
    })
    await clearAttempts(db, key)
  })
  return id
}

export async function signOut(actor: Actor): Promise<void> {
  const id = actor.signIn
  if (id) await inOrganisation(actor.organisation, (db) => revokeSignIn(db, id))
}
