import { getRequestIP, type H3Event } from 'h3'
import { getConfig, isLoopback } from '../config'
import { AppError } from '../errors'

/**
 * Where this Zonaris is reached: as configured, else on this machine. A page of another name that points here gets nothing.
 * @throws AppError 421 for a Host that is neither
 */
export function publicOrigin(event: H3Event): URL {
  const { origin } = getConfig()
  const host = event.headers.get('host') ?? ''
  const asked = URL.canParse(`http://${host}`) ? new URL(`http://${host}`) : null
  if (origin && (asked?.host === origin.host || host === origin.host)) return origin
  if (asked?.host === host.toLowerCase() && isLoopback(asked)) return asked
  throw new AppError(
    421,
    'wrong_host',
    origin
      ? `This Zonaris is reached at ${origin.origin}.`
      : 'This Zonaris is reached on its own machine only. To open it to others set ZONARIS_ORIGIN, as docs/operations.md says.',
  )
}

/** Cookies go over https only, except on the machine itself. */
export const isSecure = (event: H3Event): boolean => !isLoopback(publicOrigin(event))

/** @throws AppError 403 unless a write by cookie comes from our own pages; a token is never sent by a browser on its own. */
export function requireSameOrigin(event: H3Event): void {
  if (event.headers.get('authorization')) return
  const site = event.headers.get('sec-fetch-site')
  const origin = event.headers.get('origin')
  const own = publicOrigin(event)
  const sameSite = site === null || site === 'same-origin' || site === 'none'
  const sameOrigin =
    origin === null ? site !== null : URL.canParse(origin) && new URL(origin).origin === own.origin
  if (!sameSite || !sameOrigin)
    throw new AppError(403, 'cross_origin', 'This request did not come from this site.')
}

/** The network a request comes from; of IPv6 the part that one subscriber has. */
export function networkOf(event: H3Event): string {
  const address = addressOf(event)
  return address.includes(':') ? address.split(':').slice(0, 4).join(':') : address
}

function addressOf(event: H3Event): string {
  // What the proxy itself added stands last; the rest may be made up by the sender.
  const forwarded = getConfig().proxied
    ? event.headers.get('x-forwarded-for')?.split(',').at(-1)?.trim()
    : undefined
  return forwarded || getRequestIP(event) || 'unknown'
}
