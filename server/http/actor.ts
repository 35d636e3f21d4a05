import { getCookie, unsealSession, useSession, type H3Event, type SessionConfig } from 'h3'
import { getConfig } from '../config'
import { getClock } from '../clock'
import { outside } from '../db/pool'
import { findSignIn, type ActorRow } from '../db/sign-in'
import { findToken } from '../db/token'
import type { Actor } from '../services/actor'
import { readMe } from '../services/sign-in/account'
import { boothSignIn } from '../services/session/card'
import { signIn, signOut } from '../services/sign-in/sign-in'
import type { z } from 'zod'
import type { Me, signInBody } from '#shared/sign-in/schema'
import { hashToken } from '../services/sign-in/token'
import { AppError } from '../errors'
import { sourceOf } from './device'
import { isSecure } from './origin'

/** Over https the name itself keeps other hosts and plain http from setting it. */
const cookieName = (event: H3Event): string => (isSecure(event) ? '__Host-zonaris' : 'zonaris')
/** As long as a watch may hold a sign-in; the row in the database says when it ends. */
const COOKIE_HOURS = 36

/** The sealed cookie. It holds the id of a row; ending the row ends the session whatever the cookie says. */
function sealing(event: H3Event): SessionConfig {
  return {
    name: cookieName(event),
    password: getConfig().cookieSecret,
    maxAge: COOKIE_HOURS * 3600,
    cookie: { httpOnly: true, sameSite: 'lax', path: '/', secure: isSecure(event) },
  }
}

/** Unsealing is pure and slow, so its newest answers are kept; whether the sign-in still holds is asked of the database each time. */
const opened = new Map<string, string>()
const OPENED_MOST = 2_000

async function signInOf(event: H3Event): Promise<string | null> {
  const sealed = getCookie(event, cookieName(event))
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
    if (!row)
      throw new AppError(401, 'bad_token', 'The API token is not valid, has ended, or was revoked.')
    return {
      ...(await person(row)),
      kind: 'token',
      booth: null,
      scopes: row.scopes,
      signIn: null,
      lacksFactor: false,
    }
  }
  const signIn = await signInOf(event)
  return signIn ? findSignedIn(signIn) : null
}

async function findSignedIn(signIn: string): Promise<Actor | null> {
  const row = await outside((db) => findSignIn(db, signIn))
  return (
    row && {
      ...(await person(row)),
      kind: row.kind,
      booth: row.station_id,
      scopes: null,
      signIn,
      lacksFactor: row.lacks_factor,
    }
  )
}

export const startSignIn = (event: H3Event, body: z.output<typeof signInBody>): Promise<Me> =>
  begin(event, signIn(body, sourceOf(event)))

export const startBoothSignIn = (
  event: H3Event,
  code: string,
  person: string,
  pin: string,
): Promise<Me> => begin(event, boothSignIn(code, person, pin, sourceOf(event)))

async function begin(event: H3Event, made: Promise<string>): Promise<Me> {
  const id = await made
  const session = await useSession<{ signIn?: string }>(event, sealing(event))
  await session.update({ signIn: id })
  const actor = await findSignedIn(id)
  if (!actor) throw new AppError(401, 'signed_out', 'Sign in again: something changed meanwhile.')
  return readMe(actor)
}

export async function endSignIn(event: H3Event, actor: Actor): Promise<void> {
  await signOut(actor)
  const session = await useSession<{ signIn?: string }>(event, sealing(event))
  await session.clear()
}

type Known = Omit<Actor, 'kind' | 'booth' | 'scopes' | 'signIn' | 'lacksFactor'>

async function person(row: ActorRow): Promise<Known> {
  const clock = await getClock()
  return {
    person: row.person_id,
    organisation: row.organisation_id,
    site: row.site_id,
    name: row.name,
    role: row.role,
    now: clock.now(),
    rehearsal: clock.factor !== 1,
  }
}
