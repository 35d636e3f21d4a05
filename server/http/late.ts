import type { H3Event } from 'h3'
import { AppError } from '../errors'
import { getClock } from '../clock'
import type { Actor } from '../services/actor'
import type { Late } from '../services/late/kept'
import { takeLate } from '../services/late/late'
import { LATE_HEADER, lateMarkSchema } from '#shared/late/schema'

/**
 * What a request says about having been entered without a signal; null: it was not.
 * @param mayBe whether the route takes entries that come late
 * @throws AppError 400 where it is not said as it should be
 */
export async function readLate(
  event: H3Event,
  actor: Actor,
  mayBe: boolean,
  body: Uint8Array,
): Promise<Late | null> {
  const header = event.headers.get(LATE_HEADER)
  if (header === null) return null
  if (!mayBe) throw new AppError(400, 'not_late', 'This cannot be sent late.')
  const mark = lateMarkSchema.safeParse(parsed(header))
  if (!mark.success)
    throw new AppError(400, 'invalid', 'What is said of the phone and its time is not whole.')
  const { factor } = await getClock()
  return takeLate(actor, {
    mark: mark.data,
    method: event.method,
    address: event.path,
    body,
    receivedAt: new Date(),
    factor,
  })
}

function parsed(header: string): unknown {
  try {
    return JSON.parse(Buffer.from(header, 'base64url').toString('utf8'))
  } catch {
    return null
  }
}
