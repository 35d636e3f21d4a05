import { createHash, randomUUID, webcrypto } from 'node:crypto'
import { LATE_HEADER, signedText } from '#shared/late/schema'
import type { Answer, Person } from './client'
import type { Shop } from './shop.fixture'

export interface LateEntry {
  method?: string
  path: string
  body: unknown
  number: number
  /** Ms before now, by the phone's clock. */
  ago?: number
  /** In place of that: when it was made, by a clock that is right, ms. */
  madeAt?: number
  /** What the phone's clock is ahead of the server's, ms. */
  ahead?: number
  /** Server less phone when it was made, as the phone has it, ms. */
  skewThen?: number | null
  more?: number
  /** What is signed in place of the body. */
  signedBody?: unknown
}

export type Phone = Awaited<ReturnType<typeof makePhone>>

/** A phone that keeps entries, as the browser is one. */
export async function makePhone(person: Person, id: string = randomUUID()) {
  const keys = await webcrypto.subtle.generateKey({ name: 'ECDSA', namedCurve: 'P-256' }, true, [
    'sign',
    'verify',
  ])
  const { x, y } = await webcrypto.subtle.exportKey('jwk', keys.publicKey)
  const register = (by = person) =>
    by.send<{ error?: { code: string } }>('PUT', `/phones/${id}`, { name: 'Phone', x, y })

  const sha256 = (text: string): string => createHash('sha256').update(text).digest('hex')
  async function send<T = { error?: { code: string; message: string } }>(
    entry: LateEntry,
    by = person,
  ): Promise<Answer<T>> {
    const { method = 'POST', path, body, number, ago = 0, madeAt, ahead = 0, more = 0 } = entry
    const sentAt = Date.now() + ahead
    const enteredAt = madeAt === undefined ? sentAt - ago : madeAt + ahead
    const mark = {
      phone: id,
      number,
      enteredAt: new Date(enteredAt).toISOString(),
      skewThen: entry.skewThen === undefined ? -ahead : entry.skewThen,
    }
    const text = signedText(mark, {
      method,
      address: `/api/v1${path}`,
      digest: sha256(JSON.stringify(entry.signedBody ?? body)),
    })
    const signature = await webcrypto.subtle.sign(
      { name: 'ECDSA', hash: 'SHA-256' },
      keys.privateKey,
      Buffer.from(text),
    )
    const header = {
      ...mark,
      sentAt: new Date(sentAt).toISOString(),
      more,
      signature: Buffer.from(signature).toString('base64url'),
    }
    return by.send<T>(method, path, body, {
      [LATE_HEADER]: Buffer.from(JSON.stringify(header)).toString('base64url'),
    })
  }
  return { id, register, send }
}

/** The public key of a phone that keeps nothing. */
export const phoneKey = () => ({ name: 'Phone', x: 'x'.repeat(43), y: 'y'.repeat(43) })

/** A phone of a shop, and something that it kept. */
export async function useLate(shop: Shop): Promise<void> {
  const phone = await makePhone(shop.people.lead)
  await phone.register()
  const body = { eventId: randomUUID() }
  await phone.send({ path: `/permits/${shop.permit}/rounds`, body, number: 1, ago: 1000 })
}
