import { getCookie, unsealSession, useSession, type H3Event, type SessionConfig } from 'h3'
import { getConfig } from '../config'
import { getClock } from '../clock'
import { outside } from '../db/pool'
import { findSignIn, findToken, type ActorRow } from '../db/sign-in'
import type { Actor } from '../services/actor'
import { readMe } from '../services/sign-in/account'
import { boothSignIn } from '../services/session/card'
import { signIn, signOut } from '../services/sign-in/sign-in'
import type { Me } from '#shared/sign-in/schema'
import { hashToken } from '../services/sign-in/token'
import { AppError } from '../errors'

const SIGN_IN_HOURS = 14

const COOKIE = 'zonaris'

/** The sealed cookie. It holds the id of a row; ending the row ends the session whatever the cookie says. */
function sealing(event: H3Event): SessionConfig {
  const secure = event.headers.get('x-forwarded-proto') === 'https'
  return {
    name: COOKIE,
    password: getConfig().cookieSecret,
    maxAge: SIGN_IN_HOURS * 3600,
    cookie: { httpOnly: true, sameSite: 'lax', path: '/', secure },
  }
}

/** Unsealing is pure and slow, so its newest answers are kept; whether the sign-in still holds is asked of the database each time. */
const opened = new Map<string, string>()
const OPENED_MOST = 2_000

async function signInOf(event: H3Event): Promise<string | null> {
  const sealed = getCookie(event, COOKIE)
  if (!sealed) return null
  const known = opened.get(sealed)
  if (known) return known
  const session = await unsealSession(event, sealing(event), sealed).catch(() => null)
  const signIn = (session?.data as { signIn?: string } | undefined)?.signIn
  if (!signIn) return null
  if (opened.size >= OPENED_MOST) opened.delete(opened.keys().next().value!)
  opened.set(sealed, signIn)
  return signIn
}

/** Who sends this request: by bearer token, else by cookie, else nobody. */
export async function findActor(event: H3Event): Promise<Actor | null> {
  const header = event.headers.get('authorization')
  if (header) {
    const token = /^Bearer (\S+)$/.exec(header)?.[1]
    const row = token ? await outside((db) => findToken(db, hashToken(token))) : null
    if (!row) throw new AppError(401, 'bad_token', 'The API token is not valid, or was revoked.')
    return toActor(row, null)
  }
  const signIn = await signInOf(event)
  if (!signIn) return null
  const row = await outside((db) => findSignIn(db, signIn))
  return row && toActor(row, signIn)
}

export async function startSignIn(event: H3Event, email: string, password: string): Promise<Me> {
  return begin(event, await signIn(email, password, SIGN_IN_HOURS))
}

export async function startBoothSignIn(
  event: H3Event,
  code: string,
  person: string,
  pin: string,
): Promise<Me> {
  return begin(event, await boothSignIn(code, person, pin, SIGN_IN_HOURS))
}

async function begin(event: H3Event, id: string): Promise<Me> {
  const session = await useSession<{ signIn?: string }>(event, sealing(event))
  await session.update({ signIn: id })
  const row = await outside((db) => findSignIn(db, id))
  return readMe(await toActor(row!, id))
}

export async function endSignIn(event: H3Event, actor: Actor): Promise<void> {
  await signOut(actor)
  const session = await useSession<{ signIn?: string }>(event, sealing(event))
  await session.clear()
}

async function toActor(row: ActorRow, signIn: string | null): Promise<Actor> {
  const clock = await getClock()
  return {
    person: row.person_id,
    organisation: row.organisation_id,
    site: row.site_id,
    name: row.name,
    role: row.role,
    signIn,
    now: clock.now(),
    rehearsal: clock.factor !== 1,
  }
}

/** A write by cookie must come from our own pages; a token is never sent by a browser on its own. */
export function requireSameOrigin(event: H3Event): void {
  if (event.headers.get('authorization')) return
  const site = event.headers.get('sec-fetch-site')
  const origin = event.headers.get('origin')
  const host = event.headers.get('host')
  const sameSite = site === null || site === 'same-origin' || site === 'none'
  const sameOrigin =
    origin === null ? site !== null : URL.canParse(origin) && new URL(origin).host === host
  if (!sameSite || !sameOrigin)
    throw new AppError(403, 'cross_origin', 'This request did not come from this site.')
}
