import sql from 'sql-template-tag'
import { insertInto } from './insert'
import type { Db } from './pool'

export interface SeenEvent {
  id: string
  organisation: string
  person: string
  /** SHA-256 over what was said, in hex. */
  digest: string
  at: Date
}

/** Take the identifier of an event. Of two that come at once the second waits for the first. @returns whether it was still free */
export async function insertSeen(db: Db, row: SeenEvent): Promise<boolean> {
  const { rowCount } = await db.query(
    insertInto(
      'event_seen',
      {
        id: row.id,
        organisation_id: row.organisation,
        person_id: row.person,
        digest: row.digest,
        at: row.at,
      },
      sql`ON CONFLICT DO NOTHING`,
    ),
  )
  return rowCount === 1
}

export async function findSeen(
  db: Db,
  id: string,
): Promise<{ person_id: string; digest: string } | null> {
  const { rows } = await db.query<{ person_id: string; digest: string }>(sql`
    SELECT person_id, digest
    FROM event_seen
    WHERE id = ${id}
  `)
  return rows[0] ?? null
}
