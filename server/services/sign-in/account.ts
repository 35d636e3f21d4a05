import { randomBytes, randomUUID } from 'node:crypto'
import { AppError, fieldError, notFound } from '#server/errors'
import { getClock } from '#server/clock'
import { noticesOf } from '#server/db/audit'
import { inOrganisation, inTransaction } from '#server/db/pool'
import { findMe, insertPerson, setSecret } from '#server/db/person'
import {
  createFirstOrganisation,
  forgetDevices,
  keepSignIn,
  revokeSignIn,
  setupNeeded,
  signInsOf,
} from '#server/db/sign-in'
import { insertToken, listTokens, revokeToken, type TokenRow } from '#server/db/token'
import { insertSite, isZoneKnown } from '#server/db/site'
import { hashToken } from './token'
import type { z } from 'zod'
import type { Me, OwnSignIn, setupBody, Token, tokenBody } from '#shared/sign-in/schema'
import { record, type Actor } from '../actor'
import { hashSecret } from './password'
import { provePassword } from './prove'
import { requireUncommon } from './common-passwords'
import { isSetupCode } from './setup-code'
import { aimOfSetup, countRight, countTry, type Source } from './tries'

export const readMe = (actor: Actor): Promise<Me> =>
  inOrganisation(actor.organisation, async (db) => ({
    ...(await findMe(db, actor.person, actor.now)),
    kind: actor.kind === 'booth' ? 'booth' : 'account',
    lacksFactor: actor.lacksFactor,
    notices: (await noticesOf(db, actor.person)).map((row) => ({
      ...row,
      at: row.at.toISOString(),
    })),
  }))

export const isSetupNeeded = (): Promise<boolean> => inTransaction(setupNeeded)

const alreadySetUp = (): AppError =>
  new AppError(409, 'already_set_up', 'This Zonaris is already set up. Sign in.')

/** Make the first organisation with its site and lead. The code shows that whoever asks can see where it was started. */
export async function setUp(body: z.output<typeof setupBody>, source: Source): Promise<void> {
  if (!(await isSetupNeeded())) throw alreadySetUp()
  const aim = aimOfSetup(source)
  await countTry(aim)
  if (!isSetupCode(body.code))
    throw fieldError('code', 'Not the code that the start command printed.')
  await countRight(aim)
  requireUncommon(body.password, body, 'password')
  await makeFirst(body)
}

/** The first organisation with its site and its lead; there is never a second this way. */
export async function makeFirst(body: Omit<z.output<typeof setupBody>, 'code'>): Promise<void> {
  const clock = await getClock()
  const at = clock.now()
  const organisation = randomUUID()
  const site = randomUUID()
  const person = randomUUID()
  const hash = await hashSecret(body.password)
  await inOrganisation(organisation, async (db) => {
    if (!(await createFirstOrganisation(db, organisation, body.organisation, at)))
      throw alreadySetUp()
    if (!(await isZoneKnown(db, body.timeZone)))
      throw fieldError('timeZone', 'The database does not know this time zone.')
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
        kind: 'account',
        booth: null,
        scopes: null,
        signIn: null,
        lacksFactor: false,
        now: at,
        rehearsal: clock.factor !== 1,
      },
      'setup',
      'organisation',
      organisation,
    )
  })
}

/** All other sign-ins and the tokens of this person end; the one in use goes on. */
export async function setPin(actor: Actor, password: string, pin: string): Promise<void> {
  await provePassword(actor, password)
  const pinHash = await hashSecret(pin)
  await inOrganisation(actor.organisation, async (db) => {
    await setSecret(db, actor.person, { pinHash })
    if (actor.signIn) await keepSignIn(db, actor.signIn)
    await record(db, actor, 'pin_set', 'person', actor.person)
  })
}

/** As for a PIN; devices that were known are strangers again. */
export async function setPassword(
  actor: Actor,
  password: string,
  newPassword: string,
): Promise<void> {
  await provePassword(actor, password)
  if (password === newPassword)
    throw fieldError('newPassword', 'This is the password you have. Choose another.')
  requireUncommon(newPassword, { name: actor.name, email: null }, 'newPassword')
  const passwordHash = await hashSecret(newPassword)
  await inOrganisation(actor.organisation, async (db) => {
    await setSecret(db, actor.person, { passwordHash })
    await forgetDevices(db, actor.person)
    if (actor.signIn) await keepSignIn(db, actor.signIn)
    await record(db, actor, 'password_set', 'person', actor.person)
  })
}

export async function readOwnSignIns(actor: Actor): Promise<OwnSignIn[]> {
  const rows = await inOrganisation(actor.organisation, (db) => signInsOf(db, actor.person))
  return rows.map((row) => ({
    id: row.id,
    kind: row.kind,
    createdAt: row.created_at.toISOString(),
    expiresAt: row.expires_at.toISOString(),
    current: row.id === actor.signIn,
  }))
}

export async function endOwnSignIn(actor: Actor, id: string): Promise<void> {
  await inOrganisation(actor.organisation, async (db) => {
    if (!(await signInsOf(db, actor.person)).some((row) => row.id === id)) throw notFound('sign-in')
    await revokeSignIn(db, id)
    await record(db, actor, 'sign_in_ended', 'person', actor.person)
  })
}

const toToken = (row: TokenRow): Token => ({
  id: row.id,
  name: row.name,
  person: row.person,
  scopes: row.scopes,
  createdAt: row.created_at.toISOString(),
  expiresAt: row.expires_at.toISOString(),
  lastUsedAt: row.last_used_at?.toISOString() ?? null,
  ended: row.ended,
})

/** @param everybody those of the whole organisation, for staff */
export async function readTokens(actor: Actor, everybody: boolean): Promise<Token[]> {
  const rows = await inOrganisation(actor.organisation, (db) =>
    listTokens(db, everybody ? null : actor.person),
  )
  return rows.map(toToken)
}

/** @returns the token itself, this once; only its hash is kept. */
export async function createToken(
  actor: Actor,
  { name, password, scopes, days }: z.output<typeof tokenBody>,
): Promise<{ id: string; token: string }> {
  const secrets = await provePassword(actor, password)
  const id = randomUUID()
  const token = `zon_${randomBytes(32).toString('base64url')}`
  await inOrganisation(actor.organisation, async (db) => {
    await insertToken(db, {
      id,
      organisation: actor.organisation,
      person: actor.person,
      name,
      hash: hashToken(token),
      scopes,
      days,
      role: secrets.role,
      accessVersion: secrets.access_version,
    })
    await record(db, actor, 'token_made', 'api_token', id, { name, scopes, days })
  })
  return { id, token }
}

/** @param anybody staff may revoke the token of anybody in their organisation */
export async function removeToken(actor: Actor, id: string, anybody: boolean): Promise<void> {
  await inOrganisation(actor.organisation, async (db) => {
    if (!(await revokeToken(db, id, anybody ? null : actor.person))) throw notFound('token')
    await record(db, actor, 'token_revoked', 'api_token', id)
  })
}
