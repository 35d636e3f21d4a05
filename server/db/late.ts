import sql from 'sql-template-tag'
import { insertInto } from './insert'
import type { Db } from './pool'

export interface PhoneRow {
  id: string
  person_id: string
  key_x: string
  key_y: string
}

export async function findPhone(db: Db, id: string): Promise<PhoneRow | null> {
  const { rows } = await db.query<PhoneRow>(sql`
    SELECT id, person_id, key_x, key_y
    FROM phone
    WHERE id = ${id}
  `)
  return rows[0] ?? null
}

export interface NewPhone {
  id: string
  organisation: string
  person: string
  name: string
  x: string
  y: string
  at: Date
}

/** False: a phone of this identifier is known already. */
export async function insertPhone(db: Db, row: NewPhone): Promise<boolean> {
  const { rowCount } = await db.query(
    insertInto(
      'phone',
      {
        id: row.id,
        organisation_id: row.organisation,
        person_id: row.person,
        name: row.name,
        key_x: row.x,
        key_y: row.y,
        created_at: row.at,
      },
      // Of two at once either of its two keys may be the one that is met first.
      sql`ON CONFLICT DO NOTHING`,
    ),
  )
  return rowCount === 1
}

export interface NewLateEntry {
  organisation: string
  site: string
  phone: string
  number: number
  person: string
  route: string
  subject: string | null
  digest: string
  enteredAt: Date
  sentAt: Date
  receivedAt: Date
  madeAt: Date | null
  refusal: string | null
  content: unknown
}

/** Put on record what became of an entry. One that was refused before may be written now; one that was written stays so. */
export async function putLateEntry(db: Db, row: NewLateEntry): Promise<void> {
  await db.query(
    insertInto(
      'late_entry',
      {
        organisation_id: row.organisation,
        site_id: row.site,
        phone_id: row.phone,
        number: row.number,
        person_id: row.person,
        route: row.route,
        subject: row.subject,
        digest: row.digest,
        entered_at: row.enteredAt,
        sent_at: row.sentAt,
        received_at: row.receivedAt,
        made_at: row.madeAt,
        refusal: row.refusal,
        content: row.content === null ? null : JSON.stringify(row.content),
      },
      sql`
        ON CONFLICT (organisation_id, phone_id, number) DO UPDATE
        SET refusal = EXCLUDED.refusal, content = EXCLUDED.content, received_at = EXCLUDED.received_at,
          sent_at = EXCLUDED.sent_at, made_at = EXCLUDED.made_at
        WHERE late_entry.refusal IS NOT NULL AND late_entry.digest = EXCLUDED.digest
      `,
    ),
  )
}

/** Of what an entry of a phone is, by its number. */
export async function digestOfLate(db: Db, phone: string, number: number): Promise<string | null> {
  const { rows } = await db.query<{ digest: string }>(sql`
    SELECT digest
    FROM late_entry
    WHERE phone_id = ${phone} AND number = ${number}
  `)
  return rows[0]?.digest ?? null
}

export interface LateEntryRow {
  phone_id: string
  phone: string
  number: number
  person: string
  route: string
  subject: string | null
  about: string | null
  entered_at: Date
  sent_at: Date
  received_at: Date
  made_at: Date | null
  refusal: string | null
  content: unknown
  /** The newest number of the same phone before it. */
  before: number
}

/** The newest entries of a site. @param person whose; null: everybody's */
export async function listLateEntries(
  db: Db,
  site: string,
  which: { person: string | null; refused: boolean; most: number },
): Promise<LateEntryRow[]> {
  const { rows } = await db.query<LateEntryRow>(sql`
    SELECT
      l.phone_id, f.name AS phone, l.number, p.name AS person, l.route, l.subject,
      coalesce('Permit ' || m.number || ', ' || m.place, g.label) AS about, l.entered_at, l.sent_at,
      l.received_at, l.made_at, l.refusal, l.content,
      coalesce(
        (SELECT max(b.number) FROM late_entry b WHERE b.phone_id = l.phone_id AND b.number < l.number),
        0
      ) AS before
    FROM late_entry l
      JOIN phone f ON f.id = l.phone_id
      JOIN person p ON p.id = l.person_id
      LEFT JOIN permit m ON m.id = l.subject
      LEFT JOIN gear g ON g.id = l.subject
    WHERE l.site_id = ${site}
      AND (${which.person}::uuid IS NULL OR l.person_id = ${which.person})
      AND (NOT ${which.refused} OR l.refusal IS NOT NULL)
    ORDER BY l.received_at DESC, l.number DESC
    LIMIT ${which.most}
  `)
  return rows
}
