import { permitState } from '#core/permit/lifecycle'
import { getClock } from '#server/clock'
import { verifyPermit } from '#server/db/permit-snapshot'
import { outside } from '#server/db/pool'
import type { Verified } from '#shared/permit/schema'

const UNKNOWN: Verified = {
  isKnown: false,
  number: null,
  state: null,
  validTo: null,
  timeZone: null,
  isCurrent: false,
  hasMoved: false,
}

/** Whether a printed permit is the one on record. Nobody guesses a hash: whoever has it holds the paper. */
export async function verify({
  permit,
  hash,
  seq,
}: {
  permit: string
  hash: string
  seq: number
}): Promise<Verified> {
  const found = await outside((db) => verifyPermit(db, permit, hash))
  if (!found) return UNKNOWN
  const now = (await getClock()).now().getTime()
  return {
    isKnown: true,
    number: found.number,
    state: permitState({ state: found.state, validTo: found.valid_to.getTime() }, now),
    validTo: found.valid_to.toISOString(),
    timeZone: found.time_zone,
    isCurrent: found.is_current,
    hasMoved: Number(found.newest ?? 0) > seq,
  }
}
