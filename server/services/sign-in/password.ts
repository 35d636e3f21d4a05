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

export const hashSecret = (secret: string): Promise<string> => inTurn(() => scrypt().make(secret))

/** A hash of nothing in use: checking against it costs the same as a real one, so timing tells no one which emails exist. */
let decoy: Promise<string> | null = null

export async function secretMatches(hashed: string | null, secret: string): Promise<boolean> {
  decoy ??= hashSecret('no such person')
  const against = hashed ?? (await decoy)
  const matches = await inTurn(() => scrypt().verify(against, secret))
  return hashed !== null && matches
}

/** Whether a hash was made with weaker settings than today's. */
export const isOutdated = (hash: string): boolean => scrypt().needsReHash(hash)

/**
 * A PIN has so few values that its hash alone could be tried through by whoever copies the database.
 * So it is mixed with a key that is not in the database; such hashes carry this mark.
 */
const PEPPERED = 'peppered:'

const peppered = (pin: string): string =>
  createHmac('sha256', getConfig().cookieSecret).update(`zonaris pin ${pin}`).digest('base64')

export const hashPin = async (pin: string): Promise<string> =>
  PEPPERED + (await hashSecret(peppered(pin)))

export function pinMatches(hash: string | null, pin: string): Promise<boolean> {
  if (hash?.startsWith(PEPPERED)) return secretMatches(hash.slice(PEPPERED.length), peppered(pin))
  return secretMatches(hash, pin)
}

export const isPinOutdated = (hash: string): boolean =>
  !hash.startsWith(PEPPERED) || isOutdated(hash.slice(PEPPERED.length))
