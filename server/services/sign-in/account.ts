import { randomBytes, randomUUID } from 'node:crypto'
import { AppError, fieldError, notFound } from '#server/errors'
import { getClock } from '#server/clock'
import { inOrganisation, inTransaction } from '#server/db/pool'
import { findMe, insertPerson, passwordHash, setPinHash } from '#server/db/person'
import {
  countAttempt,
  createFirstOrganisation,
  insertToken,
  listTokens,
  revokeToken,
  setupNeeded,
} from '#server/db/sign-in'
import { insertSite } from '#server/db/site'
import { hashToken } from './token'
import type { z } from 'zod'
import type { Me, setupBody, tokenSchema } from '#shared/sign-in/schema'
import { record, type Actor } from '../actor'
import { hashSecret, secretMatches } from './password'
import { tooMany } from './sign-in'

export const readMe = (actor: Actor): Promise<Me> =>
  inOrganisation(actor.organisation, (db) => findMe(db, actor.person, actor.now))

export const isSetupNeeded = (): Promise<boolean> => inTransaction(setupNeeded)

/** Make the first organisation with its site and lead. */
export async function setUp(body: z.output<typeof setupBody>): Promise<void> {
  const clock = await getClock()
  const at = clock.now()
  const organisation = randomUUID()
  const site = randomUUID()
  const person = randomUUID()
  const hash = await hashSecret(body.password)
  await inOrganisation(organisation, async (db) => {
    if (!(await createFirstOrganisation(db, organisation, body.organisation, at)))
      throw new AppError(409, 'already_set_up', 'This Zonaris is already set up. Sign in.')
    await insertSite(db, {
      id: site,
      organisation,
      name: body.site,
      timeZone: body.timeZone,
      units: body.units,
    })
    await insertPerson(db, {
      id: person,
      organisation,
      site,
      name: body.name,
      email: body.email,
      role: 'lead',
      rosterNumber: null,
      courseId: null,
      passwordHash: hash,
      pinHash: null,
      fireWatchTrainedOn: null,
      active: true,
      at,
      rehearsal: clock.factor !== 1,
    })
    await record(
      db,
      {
        person,
        organisation,
        site,
        name: body.name,
        role: 'lead',
        signIn: null,
        now: at,
        rehearsal: clock.factor !== 1,
      },
      'setup',
      'organisation',
      organisation,
    )
  })
}

export async function setPin(actor: Actor, password: string, pin: string): Promise<void> {
  if (!(await inTransaction((db) => countAttempt(db, `password:${actor.person}`, 8, 10))))
    throw tooMany()
  const hash = await hashSecret(pin)
  await inOrganisation(actor.organisation, async (db) => {
    if (!(await secretMatches(await passwordHash(db, actor.person), password)))
      throw fieldError('password', 'The password is wrong.')
    await setPinHash(db, actor.person, hash)
    await record(db, actor, 'pin_set', 'person', actor.person)
  })
}

export async function readTokens(actor: Actor): Promise<z.input<typeof tokenSchema>[]> {
  const rows = await inOrganisation(actor.organisation, (db) => listTokens(db, actor.person))
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    createdAt: row.created_at.toISOString(),
    revokedAt: row.revoked_at?.toISOString() ?? null,
  }))
}

/** @returns the token itself, this once; only its hash is kept. */
export async function createToken(
  actor: Actor,
  name: string,
): Promise<{ id: string; token: string }> {
  const id = randomUUID()
  const token = `zon_${randomBytes(32).toString('base64url')}`
  await inOrganisation(actor.organisation, async (db) => {
    await insertToken(db, {
      id,
      organisation: actor.organisation,
      person: actor.person,
      name,
      hash: hashToken(token),
      at: actor.now,
    })
    await record(db, actor, 'token_made', 'api_token', id, { name })
  })
  return { id, token }
}

export async function removeToken(actor: Actor, id: string): Promise<void> {
  await inOrganisation(actor.organisation, async (db) => {
    if (!(await revokeToken(db, id, actor.person, actor.now))) throw notFound('token')
    await record(db, actor, 'token_revoked', 'api_token', id)
  })
}
