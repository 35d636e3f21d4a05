import sql from 'sql-template-tag'
import { insertInto } from './insert'
import type { Db } from './pool'
import type { Role, SignInKind } from '#shared/sign-in/schema'

export interface ActorRow {
  person_id: string
  organisation_id: string
  site_id: string
  name: string
  role: Role
}

interface Login {
  organisation_id: string
  role: Role
  /** Changes with the role, the activity and the secrets; what was signed in before no longer counts. */
  access_version: number
}

export type EmailLogin = Login & { person_id: string; password_hash: string }

/** Whoever signs in by this address: one in each organisation at most. */
export async function findLogins(db: Db, email: string): Promise<EmailLogin[]> {
  const { rows } = await db.query<EmailLogin>(sql`
    SELECT *
    FROM auth_find_login(${email})
  `)
  return rows
}

export async function findBoothLogin(
  db: Db,
  code: string,
  person: string,
): Promise<(Login & { station_id: string; name: string; pin_hash: string | null }) | null> {
  const { rows } = await db.query(sql`
    SELECT *
    FROM auth_find_booth_login(${code}, ${person})
  `)
  return rows[0] ?? null
}

export type SignedInRow = ActorRow & {
  kind: SignInKind
  station_id: string | null
  lacks_factor: boolean
}

export async function findSignIn(db: Db, id: string): Promise<SignedInRow | null> {
  const { rows } = await db.query(sql`
    SELECT *
    FROM auth_find_sign_in(${id})
  `)
  return rows[0] ?? null
}

/** Whether a secret may be tried now. @returns null and counts it, or the seconds to wait */
export async function trySecret(
  db: Db,
  keys: readonly { key: string; free: number }[],
  person: string | null,
): Promise<number | null> {
  const { rows } = await db.query<{ wait: number | null }>(sql`
    SELECT auth_try(
      ${keys.map(({ key }) => key)}, ${keys.map(({ free }) => free)}, ${person}
    ) AS wait
  `)
  return rows[0]!.wait
}

export async function tryRight(
  db: Db,
  own: readonly string[],
  shared: readonly string[],
): Promise<void> {
  await db.query(sql`SELECT auth_try_right(${own}, ${shared})`)
}

/** @returns how many counts were forgotten */
export async function releasePerson(db: Db, person: string): Promise<number> {
  const { rows } = await db.query<{ released: number }>(
    sql`SELECT auth_release(${person}) AS released`,
  )
  return rows[0]!.released
}

export async function waitsUntil(db: Db, person: string): Promise<Date | null> {
  const { rows } = await db.query<{ until: Date | null }>(
    sql`SELECT auth_waits_until(${person}) AS until`,
  )
  return rows[0]!.until
}

export async function isKnownDevice(db: Db, person: string, device: string): Promise<boolean> {
  const { rows } = await db.query<{ known: boolean }>(
    sql`SELECT auth_known_device(${person}, ${device}) AS known`,
  )
  return rows[0]!.known
}

export async function noteDevice(
  db: Db,
  organisation: string,
  person: string,
  device: string,
): Promise<void> {
  await db.query(
    insertInto(
      'known_device',
      {
        organisation_id: organisation,
        person_id: person,
        device,
        last_at: sql`clock_timestamp()`,
      },
      sql`ON CONFLICT (person_id, device) DO UPDATE SET last_at = EXCLUDED.last_at`,
    ),
  )
}

export async function forgetDevices(db: Db, person: string): Promise<void> {
  await db.query(sql`
    DELETE FROM known_device
    WHERE person_id = ${person}
  `)
}

export async function sweepAccess(db: Db): Promise<void> {
  await db.query(sql`SELECT auth_sweep()`)
}

export interface NewSignIn {
  id: string
  organisation: string
  person: string
  role: Role
  accessVersion: number
  kind: SignInKind
  /** The booth it was made at. */
  station: string | null
  hours: number
}

/** Sign-ins use real time, never rehearsal time. */
export async function insertSignIn(db: Db, row: NewSignIn): Promise<void> {
  await db.query(
    insertInto('sign_in', {
      id: row.id,
      organisation_id: row.organisation,
      person_id: row.person,
      role: row.role,
      access_version: row.accessVersion,
      kind: row.kind,
      station_id: row.station,
      created_at: sql`clock_timestamp()`,
      expires_at: sql`clock_timestamp() + make_interval(hours => ${row.hours})`,
    }),
  )
}

export async function revokeSignIn(db: Db, id: string): Promise<void> {
  await db.query(sql`
    UPDATE sign_in
    SET revoked_at = clock_timestamp()
    WHERE id = ${id}
  `)
}

/** Whoever stands watch stays signed in for as long as it is owed, and some hours more. */
export async function watchHolds(db: Db, id: string): Promise<void> {
  await db.query(sql`SELECT auth_watch_holds(${id})`)
}

export interface OwnSignInRow {
  id: string
  kind: SignInKind
  created_at: Date
  expires_at: Date
}

/** Those that still open something. */
export async function signInsOf(db: Db, person: string): Promise<OwnSignInRow[]> {
  const { rows } = await db.query<OwnSignInRow>(sql`
    SELECT s.id, s.kind, s.created_at, s.expires_at
    FROM sign_in s JOIN person p ON p.id = s.person_id
    WHERE s.person_id = ${person}
      AND s.revoked_at IS NULL
      AND s.expires_at > clock_timestamp()
      AND s.access_version = p.access_version
    ORDER BY s.created_at DESC
    LIMIT 100
  `)
  return rows
}

/** The one sign-in by which somebody changed the own secrets goes on. */
export async function keepSignIn(db: Db, id: string): Promise<void> {
  await db.query(sql`
    UPDATE sign_in
    SET access_version = person.access_version
    FROM person
    WHERE sign_in.id = ${id} AND person.id = sign_in.person_id AND sign_in.revoked_at IS NULL
  `)
}

export async function setupNeeded(db: Db): Promise<boolean> {
  const { rows } = await db.query<{ needed: boolean }>(sql`SELECT setup_needed() AS needed`)
  return rows[0]!.needed
}

export async function createFirstOrganisation(
  db: Db,
  id: string,
  name: string,
  at: Date,
): Promise<boolean> {
  const { rows } = await db.query<{ made: boolean }>(
    sql`SELECT setup_create(${id}, ${name}, ${at}) AS made`,
  )
  return rows[0]!.made
}
