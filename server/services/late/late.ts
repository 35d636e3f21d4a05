import { webcrypto } from 'node:crypto'
import { reckonMade } from '#core/late/reckon'
import { digestOfLate, findPhone, putLateEntry } from '#server/db/late'
import { inOrganisation } from '#server/db/pool'
import { AppError, conflict } from '#server/errors'
import { signedText, type LateDetails, type LateMark } from '#shared/late/schema'
import type { Actor } from '../actor'
import { hashOf } from '../canonical'
import type { Late } from './kept'

/** What was sent, and what the server's clocks said when it came. */
interface Sent {
  mark: LateMark
  method: string
  /** Path and query. */
  address: string
  body: Uint8Array
  receivedAt: Date
  factor: number
}

/**
 * Take an entry for what its phone says of it.
 * @throws AppError 403 where the phone is not known, is another's, or did not sign this; 409 where its number stands for another entry
 */
export async function takeLate(actor: Actor, sent: Sent): Promise<Late> {
  const { mark, method, address, receivedAt } = sent
  const bodyDigest = await sha256(sent.body)
  const digest = hashOf(JSON.stringify([method, address, bodyDigest]))
  const { phone, known } = await inOrganisation(actor.organisation, async (db) => ({
    phone: await findPhone(db, mark.phone),
    known: await digestOfLate(db, mark.phone, mark.number),
  }))
  if (phone?.person_id !== actor.person)
    throw new AppError(403, 'unknown_phone', 'This phone is not known as one of yours.')
  const text = signedText(mark, { method, address, digest: bodyDigest })
  if (!(await isSignedBy(phone, text, mark.signature)))
    throw new AppError(403, 'wrong_signature', 'This entry was not signed by the phone it names.')
  if (known !== null && known !== digest)
    throw conflict('This number of the phone already stands for another entry.', 'number_used')
  const reckoned = reckonMade({
    enteredAt: Date.parse(mark.enteredAt),
    sentAt: Date.parse(mark.sentAt),
    skewThen: mark.skewThen,
    receivedAt: receivedAt.getTime(),
    shopNow: actor.now.getTime(),
    factor: sent.factor,
  })
  return { mark, digest, receivedAt, reckoned }
}

async function sha256(bytes: Uint8Array): Promise<string> {
  const digest = await webcrypto.subtle.digest('SHA-256', bytes)
  return Buffer.from(digest).toString('hex')
}

const P256 = { name: 'ECDSA', namedCurve: 'P-256' } as const

async function isSignedBy(
  { key_x: x, key_y: y }: { key_x: string; key_y: string },
  text: string,
  signature: string,
): Promise<boolean> {
  try {
    const jwk = { kty: 'EC', crv: 'P-256', x, y }
    const key = await webcrypto.subtle.importKey('jwk', jwk, P256, false, ['verify'])
    return await webcrypto.subtle.verify(
      { name: 'ECDSA', hash: 'SHA-256' },
      key,
      Buffer.from(signature, 'base64url'),
      Buffer.from(text),
    )
  } catch {
    // No point of the curve.
    return false
  }
}

/** When a step was taken: now, or by what the phone says; null where that is not known. */
export const countsAt = ({ now, late }: Pick<Actor, 'now' | 'late'>): Date | null => {
  if (!late) return now
  return late.reckoned.madeAt === null ? null : new Date(late.reckoned.madeAt)
}

/** What the record of a step says about its coming late. */
export function lateDetails({ mark, reckoned }: Late): LateDetails {
  return {
    phone: mark.phone,
    number: mark.number,
    enteredAt: mark.enteredAt,
    skew: reckoned.skew,
    madeAt: reckoned.madeAt === null ? null : new Date(reckoned.madeAt).toISOString(),
    ...(reckoned.madeAt === null && { because: reckoned.because }),
  }
}

/**
 * Put on record what became of an entry, after it was written or refused. A crash before it leaves the entry on the phone, which sends it
 * again: what it does is done once, and this then follows.
 */
export const noteLate = (
  actor: Actor,
  late: Late,
  what: { route: string; subject: string | null },
  refused: { message: string; content: unknown } | null,
): Promise<void> =>
  inOrganisation(actor.organisation, (db) =>
    putLateEntry(db, {
      organisation: actor.organisation,
      site: actor.site,
      phone: late.mark.phone,
      number: late.mark.number,
      person: actor.person,
      ...what,
      digest: late.digest,
      enteredAt: new Date(late.mark.enteredAt),
      sentAt: new Date(late.mark.sentAt),
      receivedAt: late.receivedAt,
      madeAt: late.reckoned.madeAt === null ? null : new Date(late.reckoned.madeAt),
      refusal: refused?.message ?? null,
      content: refused?.content ?? null,
    }),
  )
