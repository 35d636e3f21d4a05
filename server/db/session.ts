import type { Db } from './pool'
import type { Role } from '#shared/session/schema'

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
  const { rows } = await db.query('SELECT * FROM auth_find_login($1)', [email])
  return rows[0] ?? null
}

export async function findSession(db: Db, id: string): Promise<ActorRow | null> {
  const { rows } = await db.query('SELECT * FROM auth_find_session($1)', [id])
  return rows[0] ?? null
}

export async function findToken(db: Db, hash: string): Promise<ActorRow | null> {
  const { rows } = await db.query('SELECT * FROM auth_find_token($1)', [hash])
  return rows[0] ?? null
}

export async function countAttempt(
  db: Db,
  key: string,
  most: number,
  minutes: number,
): Promise<boolean> {
  const { rows } = await db.query<{ ok: boolean }>(
    'SELECT auth_attempt($1, $2, make_interval(mins => $3)) AS ok',
    [key, most, minutes],
  )
  return rows[0]!.ok
}

export async function clearAttempts(db: Db, key: string): Promise<void> {
  await db.query('SELECT auth_attempt_clear($1)', [key])
}

/** Sign-ins use real time, never rehearsal time. */
export async function insertSignIn(
  db: Db,
  row: { id: string; organisation: string; person: string; hours: number },
): Promise<void> {
  await db.query(
    'INSERT INTO sign_in (id, organisation_id, person_id, created_at, expires_at) VALUES ($1, $2, $3, clock_timestamp(), clock_timestamp() + make_interval(hours => $4))',
    [row.id, row.organisation, row.person, row.hours],
  )
}

export async function revokeSignIn(db: Db, id: string): Promise<void> {
  await db.query('UPDATE sign_in SET revoked_at = clock_timestamp() WHERE id = $1', [id])
}

export async function revokeSignInsOf(db: Db, person: string): Promise<void> {
  await db.query(
    'UPDATE sign_in SET revoked_at = clock_timestamp() WHERE person_id = $1 AND revoked_at IS NULL',
    [person],
  )
}

export async function setupNeeded(db: Db): Promise<boolean> {
  const { rows } = await db.query<{ needed: boolean }>('SELECT setup_needed() AS needed')
  return rows[0]!.needed
}

export async function createFirstOrganisation(
  db: Db,
  id: string,
  name: string,
  at: Date,
): Promise<boolean> {
  const { rows } = await db.query<{ made: boolean }>('SELECT setup_create($1, $2, $3) AS made', [
    id,
    name,
    at,
  ])
  return rows[0]!.made
}

export interface TokenRow {
  id: string
  name: string
  created_at: Date
  revoked_at: Date | null
}

export async function listTokens(db: Db, person: string): Promise<TokenRow[]> {
  const { rows } = await db.query(
    'SELECT id, name, created_at, revoked_at FROM api_token WHERE person_id = $1 ORDER BY created_at DESC',
    [person],
  )
  return rows
}

export async function insertToken(
  db: Db,
  row: { id: string; organisation: string; person: string; name: string; hash: string; at: Date },
): Promise<void> {
  await db.query(
    'INSERT INTO api_token (id, organisation_id, person_id, name, token_hash, created_at) VALUES ($1, $2, $3, $4, $5, $6)',
    [row.id, row.organisation, row.person, row.name, row.hash, row.at],
  )
}

export async function revokeToken(db: Db, id: string, person: string, at: Date): Promise<boolean> {
  const { rowCount } = await db.query(
    'UPDATE api_token SET revoked_at = coalesce(revoked_at, $3) WHERE id = $1 AND person_id = $2',
    [id, person, at],
  )
  return rowCount === 1
}
