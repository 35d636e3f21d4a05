import { createHash, randomBytes } from 'node:crypto'
import { Secret, TOTP } from 'otpauth'

/** Codes as authenticator apps make them: RFC 6238 with SHA-1, six digits, half a minute. */
const PERIOD = 30
/** A code of the half minute before or after still counts: clocks differ, and people type slowly. */
const WINDOW = 1
const KEY_BYTES = 20

const RECOVERY_CODES = 8
/** 120 bits, so that a plain digest is enough to keep them at rest. */
const RECOVERY_BYTES = 15

/** A fresh key, in base32 as apps take it. */
export const newKey = (): string =>
  new Secret({ buffer: new Uint8Array(randomBytes(KEY_BYTES)).buffer }).base32

const generator = (key: string, account?: string): TOTP =>
  new TOTP({
    issuer: 'Zonaris',
    label: account,
    secret: Secret.fromBase32(key),
    algorithm: 'SHA1',
    digits: 6,
    period: PERIOD,
  })

/** What the QR code holds. @param account how the app names it */
export const keyAddress = (key: string, account: string): string =>
  generator(key, account).toString()

/** The half minute that a code belongs to, or null for a wrong one. @param now ms of the real clock, never of a rehearsal */
export function stepOf(key: string, code: string, now: number): number | null {
  const delta = generator(key).validate({ token: code, timestamp: now, window: WINDOW })
  return delta === null ? null : Math.floor(now / 1000 / PERIOD) + delta
}

export const newRecoveryCodes = (): string[] =>
  Array.from({ length: RECOVERY_CODES }, () =>
    new Secret({ buffer: new Uint8Array(randomBytes(RECOVERY_BYTES)).buffer }).base32
      .match(/.{4}/g)!
      .join('-'),
  )

/** However it was typed. */
export const digestOf = (recoveryCode: string): string =>
  createHash('sha256')
    .update(recoveryCode.toUpperCase().replace(/[^A-Z2-7]/g, ''))
    .digest('hex')
