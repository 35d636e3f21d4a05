import { lateRoutes } from '#shared/late/routes'
import { call } from '../api'
import { openKept, type KeptPhone } from './database'

const P256 = { name: 'ECDSA', namedCurve: 'P-256' } as const

/** Whether this browser can keep and sign entries; plain http to another machine cannot. */
export const canSign = (): boolean =>
  isSecureContext && typeof indexedDB !== 'undefined' && typeof crypto.subtle === 'object'

/** The phone of a person on this device, made at the first need. Its private key never leaves it. */
export async function phoneOf(owner: string): Promise<KeptPhone> {
  const db = await openKept()
  const known = await db.get('phone', owner)
  if (known) return known
  const keys = await crypto.subtle.generateKey(P256, false, ['sign', 'verify'])
  const made = { owner, id: crypto.randomUUID(), keys, isRegistered: false, last: 0 }
  // Another tab may have made one meanwhile.
  await db.add('phone', made).catch(() => undefined)
  return (await db.get('phone', owner))!
}

export async function signed(phone: KeptPhone, text: string): Promise<string> {
  const bytes = new TextEncoder().encode(text)
  const hash = { name: 'ECDSA', hash: 'SHA-256' }
  return base64url(await crypto.subtle.sign(hash, phone.keys.privateKey, bytes))
}

/** Make the key known to the server. @throws ApiFailure */
export async function register(phone: KeptPhone): Promise<void> {
  const { x, y } = await crypto.subtle.exportKey('jwk', phone.keys.publicKey)
  await call(lateRoutes.putPhone, {
    params: { id: phone.id },
    body: { name: deviceName(), x: x!, y: y! },
  })
  await markRegistered(phone.owner, true)
}

export async function markRegistered(owner: string, isRegistered: boolean): Promise<void> {
  const db = await openKept()
  const phone = await db.get('phone', owner)
  if (phone) await db.put('phone', { ...phone, isRegistered })
}

/** What this device is called, as far as the browser tells. */
export const deviceName = (): string =>
  /Mobi|Android/.test(navigator.userAgent) ? 'Phone' : 'Computer'

export const base64url = (bytes: ArrayBuffer): string =>
  btoa(String.fromCharCode(...new Uint8Array(bytes)))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
    .replaceAll('=', '')
