import { createHmac } from 'node:crypto'
import { Hash } from '@adonisjs/hash'
import { Scrypt } from '@adonisjs/hash/drivers/scrypt'
import { getConfig } from '#server/config'
import { inTurn } from './hashing'

let hash: Hash | null = null

/** N 2^15, r 8, p 3: one of the equal settings of the OWASP password storage cheat sheet; 32 MiB each. */
function scrypt(): Hash {
  const cost = 2 ** getConfig().hashCost
  // Twice what a hash needs, and enough for those of other settings.
  const maxMemory = Math.max(64 * 1024 * 1024, 2 * 128 * 8 * cost)
  hash ??= new Hash(new Scrypt({ cost, blockSize: 8, parallelization: 3, maxMemory }))
  return hash
}

/**
 * A PIN has so few values that its hash alone could be tried through by whoever copies the database. So secrets are mixed with a
 * key that is not in the database before they are hashed; such hashes carry this mark, those of before do not.
 */
const PEPPERED = 'peppered:'

const peppered = (secret: string): string =>
  createHmac('sha256', getConfig().cookieSecret).update(`zonaris secret ${secret}`).digest('base64')

/** Hash a password or a PIN. @throws AppError 503 when too many wait for it */
export const hashSecret = async (secret: string): Promise<string> =>
  PEPPERED + (await inTurn(() => scrypt().make(peppered(secret))))

/** A hash of nothing in use: checking against it costs the same as a real one, so timing tells no one which emails exist. */
let decoy: Promise<string> | null = null

export async function secretMatches(hashed: string | null, secret: string): Promise<boolean> {
  decoy ??= hashSecret('no such person')
  const against = hashed ?? (await decoy)
  const matches = await inTurn(() =>
    against.startsWith(PEPPERED)
      ? scrypt().verify(against.slice(PEPPERED.length), peppered(secret))
      : scrypt().verify(against, secret),
  )
  return hashed !== null && matches
}

/** Whether a hash was made in another way than today's. */
export const isOutdated = (hashed: string): boolean =>
  !hashed.startsWith(PEPPERED) || scrypt().needsReHash(hashed.slice(PEPPERED.length))
