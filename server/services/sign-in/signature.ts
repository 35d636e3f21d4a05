import { conflict } from '#server/errors'
import type { Actor } from '../actor'
import { provePin } from './pin'

/** Raised inside a transaction that cannot go on without somebody's PIN. */
class SignatureNeeded extends Error {
  constructor(readonly by: { id: string; name: string }) {
    super(`The PIN of ${by.name} is needed.`)
  }
}

/** @throws SignatureNeeded unless `signature`, the person whose PIN was right, is the one who must sign */
export function requireSignature(signature: string | null, by: { id: string; name: string }): void {
  if (signature !== by.id) throw new SignatureNeeded(by)
}

/**
 * Run a transaction that may ask for a signature. The PIN is checked between two runs, so that nothing is held meanwhile.
 * @param run takes the person whose PIN was right, null at first
 * @throws AppError 400 for a wrong PIN, 429 after too many, 409 when somebody else must sign by now
 */
export async function withSignature<T>(
  actor: Actor,
  pin: string | undefined,
  run: (signature: string | null) => Promise<T>,
): Promise<T> {
  const needed = await run(null).catch(neededBy)
  if (!(needed instanceof SignatureNeeded)) return needed
  await provePin(actor, needed.by, pin)
  const again = await run(needed.by.id).catch(neededBy)
  if (again instanceof SignatureNeeded)
    throw conflict('Someone else has to sign by now. Load it again.', 'changed')
  return again
}

function neededBy(error: unknown): SignatureNeeded {
  if (error instanceof SignatureNeeded) return error
  throw error
}
