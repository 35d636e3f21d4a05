import { createCipheriv, createDecipheriv, hkdfSync, randomBytes } from 'node:crypto'
import { getConfig } from '#server/config'

/** Sealing for the database: AES-256-GCM with a key that follows from the secret, which is not in the database. */
const CIPHER = 'aes-256-gcm'
const NONCE = 12
const TAG = 16

const keyFor = (purpose: string): Buffer =>
  Buffer.from(hkdfSync('sha256', getConfig().cookieSecret, '', `zonaris ${purpose}`, 32))

/** @param owner whose it is: sealed for one, it does not open for another */
export function seal(text: string, purpose: string, owner: string): string {
  const nonce = randomBytes(NONCE)
  const cipher = createCipheriv(CIPHER, keyFor(purpose), nonce).setAAD(Buffer.from(owner))
  const body = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()])
  return Buffer.concat([nonce, cipher.getAuthTag(), body]).toString('base64')
}

/** @throws Error when it was sealed with another secret, for another owner, or was changed */
export function unseal(sealed: string, purpose: string, owner: string): string {
  const bytes = Buffer.from(sealed, 'base64')
  const decipher = createDecipheriv(CIPHER, keyFor(purpose), bytes.subarray(0, NONCE))
    .setAAD(Buffer.from(owner))
    .setAuthTag(bytes.subarray(NONCE, NONCE + TAG))
  return Buffer.concat([decipher.update(bytes.subarray(NONCE + TAG)), decipher.final()]).toString(
    'utf8',
  )
}
