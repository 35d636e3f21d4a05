import sql from 'sql-template-tag'
import { insertInto } from './insert'
import type { Db } from './pool'
import type { Role } from '#shared/sign-in/schema'
import type { ActorRow } from './sign-in'

export async function findToken(
  db: Db,
  hash: string,
): Promise<(ActorRow & { token_id: string; scopes: string[] }) | null> {
  const { rows } = await db.query(sql`
    SELECT *
    FROM auth_find_token(${hash})
  `)
  return rows[0] ?? null
}

export interface TokenRow {
  id: string
  name: string
  person: string
  scopes: string[]
  created_at: Date
  expires_at: Date
  last_used_at: Date | null
  ended: 'revoked' | 'expired' | 'access_changed' | null
}

const MOST = 200

/** Newest first, of one person or of everybody. Real time, as sign-ins. */
export async function listTokens(db: Db, person: string | null): Promise<TokenRow[]> {
  const { rows } = await db.query(sql`
    SELECT
      t.id, t.name, p.name AS person, t.scopes, t.created_at, t.expires_at, t.last_used_at,
      CASE
        WHEN t.revoked_at IS NOT NULL THEN 'revoked'
        WHEN t.expires_at <= clock_timestamp() THEN 'expired'
        WHEN NOT p.active OR t.role <> p.role OR t.access_version <> p.access_version
          THEN 'access_changed'
      END AS ended
    FROM api_token t JOIN person p ON p.id = t.person_id
    WHERE ${person}::uuid IS NULL OR t.person_id = ${person}
    ORDER BY t.created_at DESC, t.id
    LIMIT ${MOST}
  `)
  return rows
}

/** The role and the access version are those that the password was checked against. */
export async function insertToken(
  db: Db,
  row: {
    id: string
    organisation: string
    person: string
    name: string
    hash: string
    scopes: readonly string[]
    days: number
    role: Role
    accessVersion: number
  },
): Promise<void> {
  await db.query(
    insertInto('api_token', {
      id: row.id,
      organisation_id: row.organisation,
      person_id: row.person,
      name: row.name,
      token_hash: row.hash,
      scopes: row.scopes,
      role: row.role,
      access_version: row.accessVersion,
      created_at: sql`clock_timestamp()`,
      expires_at: sql`clock_timestamp() + make_interval(days => ${row.days})`,
    }),
  )
}

/** @param person whose token it must be; null for anybody's */
export async function revokeToken(db: Db, id: string, person: string | null): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE api_token
    SET revoked_at = coalesce(revoked_at, clock_timestamp())
    WHERE id = ${id} AND (${person}::uuid IS NULL OR person_id = ${person})
  `)
  return rowCount === 1
}
