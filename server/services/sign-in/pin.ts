import { clearAttempts, countAttempt } from '#server/db/sign-in'
import { besideTransaction, type Db } from '#server/db/pool'
import { pinHash } from '#server/db/person'
import { AppError } from '#server/errors'
import { secretMatches } from './password'
import { tooMany } from './sign-in'

/** A signature: the PIN of the person who signs, whoever holds the tablet. Tries are limited per person. */
export async function requirePin(
  db: Db,
  person: string,
  pin: string | undefined,
  whose: string,
): Promise<void> {
  const refuse = (message: string): AppError =>
    new AppError(400, 'wrong_pin', message, [{ path: 'pin', message }])
  if (!pin) throw refuse(`Enter the PIN of ${whose}.`)
  const key = `pin:${person}`
  // A transaction of its own, so that a refused signature still counts as a try.
  if (!(await besideTransaction((own) => countAttempt(own, key, 8, 10)))) throw tooMany()
  const hash = await pinHash(db, person)
  if (!hash) throw refuse(`${whose} has no PIN yet; set one on the account page.`)
  if (!(await secretMatches(hash, pin))) throw refuse(`Not the PIN of ${whose}.`)
  await besideTransaction((own) => clearAttempts(own, key))
}
