import sql from 'sql-template-tag'
import { insertInto } from './insert'
import type { Db } from './pool'
import type { Role } from '#shared/sign-in/schema'

export interface ActorRow {
  person_id: string
  organisation_id: string
  site_id: string
  name: string
  role: Role
}

export async function findLogin(
  db: Db,
  email: string,
): Promise<{ person_id: string; organisation_id: string; password_hash: string } | null> {
  const { rows } = await db.query(sql`
    SELECT *
    FROM auth_find_login(${email})
  `)
  return rows[0] ?? null
}

export async function findSignIn(db: Db, id: string): Promise<ActorRow | null> {
  const { rows } = await db.query(sql`
    SELECT *
    FROM auth_find_sign_in(${id})
  `)
  return rows[0] ?? null
}

export async function findToken(db: Db, hash: string): Promise<ActorRow | null> {
  const { rows } = await db.query(sql`
    SELECT *
    FROM auth_find_token(${hash})
  `)
  return rows[0] ?? null
}

export async function countAttempt(
  db: Db,
  key: string,
  most: number,
  minutes: number,
): Promise<boolean> {
  const { rows } = await db.query<{ ok: boolean }>(
    sql`SELECT auth_attempt(${key}, ${most}, make_interval(mins => ${minutes})) AS ok`,
  )
  return rows[0]!.ok
}

export async function clearAttempts(db: Db, key: string): Promise<void> {
  await db.query(sql`SELECT auth_attempt_clear(${key})`)
}

/** Sign-ins use real time, never rehearsal time. */
export async function insertSignIn(
  db: Db,
  row: { id: string; organisation: string; person: string; hours: number },
): Promise<void> {
  await db.query(
    insertInto('sign_in', {
      id: row.id,
      organisation_id: row.organisation,
      person_id: row.person,
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

export async function revokeSignInsOf(db: Db, person: string): Promise<void> {
  await db.query(sql`
    UPDATE sign_in
    SET revoked_at = clock_timestamp()
    WHERE person_id = ${person} AND revoked_at IS NULL
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

export interface TokenRow {
  id: string
  name: string
  created_at: Date
  revoked_at: Date | null
}

export async function listTokens(db: Db, person: string): Promise<TokenRow[]> {
  const { rows } = await db.query(sql`
    SELECT id, name, created_at, revoked_at
    FROM api_token
    WHERE person_id = ${person}
    ORDER BY created_at DESC
  `)
  return rows
}

export async function insertToken(
  db: Db,
  row: { id: string; organisation: string; person: string; name: string; hash: string; at: Date },
): Promise<void> {
  await db.query(
    insertInto('api_token', {
      id: row.id,
      organisation_id: row.organisation,
      person_id: row.person,
      name: row.name,
      token_hash: row.hash,
      created_at: row.at,
    }),
  )
}

export async function revokeToken(db: Db, id: string, person: string, at: Date): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE api_token
    SET revoked_at = coalesce(revoked_at, ${at})
    WHERE id = ${id} AND person_id = ${person}
  `)
  return rowCount === 1
}
