import { createHash, randomBytes } from 'node:crypto'
import { getCookie, setCookie, type H3Event } from 'h3'
import type { Source } from '../services/sign-in/tries'
import { isSecure, networkOf } from './origin'

const COOKIE = 'zonaris-device'
const DAYS = 400
const SHAPE = /^[\w-]{43}$/

/** Where a try comes from. A device that has no name of its own yet gets one; it says nothing about who uses it. */
export function sourceOf(event: H3Event): Source {
  const known = getCookie(event, COOKIE)
  const name = known && SHAPE.test(known) ? known : randomBytes(32).toString('base64url')
  setCookie(event, COOKIE, name, {
    httpOnly: true,
    sameSite: 'lax',
    path: '/api/v1',
    secure: isSecure(event),
    maxAge: DAYS * 86_400,
  })
  return { device: createHash('sha256').update(name).digest('hex'), network: networkOf(event) }
}
