import sql from 'sql-template-tag'
import type { Db } from './pool'

export async function findFeed(
  db: Db,
  hash: string,
): Promise<{ person_id: string; organisation_id: string; site_id: string } | null> {
  const { rows } = await db.query(sql`SELECT * FROM auth_find_calendar(${hash})`)
  return rows[0] ?? null
}

/** A new address takes the place of the one before. */
export async function putFeed(
  db: Db,
  row: { organisation: string; person: string; hash: string; at: Date },
): Promise<void> {
  await db.query(sql`
    INSERT INTO calendar_feed (person_id, organisation_id, token_hash, created_at)
    VALUES (${row.person}, ${row.organisation}, ${row.hash}, ${row.at})
    ON CONFLICT (organisation_id, person_id) DO UPDATE
    SET token_hash = excluded.token_hash, created_at = excluded.created_at, last_read_at = NULL
  `)
}

export async function feedOf(
  db: Db,
  person: string,
): Promise<{ created_at: Date; last_read_at: Date | null } | null> {
  const { rows } = await db.query(sql`
    SELECT created_at, last_read_at
    FROM calendar_feed
    WHERE person_id = ${person}
  `)
  return rows[0] ?? null
}

export async function feedRead(db: Db, person: string, at: Date): Promise<void> {
  await db.query(sql`
    UPDATE calendar_feed
    SET last_read_at = ${at}
    WHERE person_id = ${person}
  `)
}

export async function removeFeed(db: Db, person: string): Promise<void> {
  await db.query(sql`DELETE FROM calendar_feed WHERE person_id = ${person}`)
}
