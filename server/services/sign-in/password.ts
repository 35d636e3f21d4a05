import { Hash } from '@adonisjs/hash'
import { Scrypt } from '@adonisjs/hash/drivers/scrypt'

const scrypt = new Hash(
  new Scrypt({ cost: 16384, blockSize: 8, parallelization: 1, maxMemory: 33554432 }),
)

export const hashSecret = (secret: string): Promise<string> => scrypt.make(secret)

/** A hash of nothing in use: checking against it costs the same as a real one, so timing tells no one which emails exist. */
let decoy: Promise<string> | null = null

export async function secretMatches(hash: string | null, secret: string): Promise<boolean> {
  decoy ??= hashSecret('no such person')
  const matches = await scrypt.verify(hash ?? (await decoy), secret)
  return hash !== null && matches
}
