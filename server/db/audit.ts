import type { Db } from './pool'

export interface AuditEntry {
  organisation: string
  at: Date
  person: string | null
  action: string
  subject: string
  subjectId: string | null
  details: object
  rehearsal: boolean
}

/** Append to the chain; numbers and hashes are made by the database. @returns the row's number */
export async function appendAudit(db: Db, entry: AuditEntry): Promise<number> {
  const { rows } = await db.query<{ seq: number }>(
    "INSERT INTO audit (organisation_id, seq, at, person_id, action, subject, subject_id, details, rehearsal, prev_hash, hash) VALUES ($1, 0, $2, $3, $4, $5, $6, $7, $8, '', '') RETURNING seq",
    [
      entry.organisation,
      entry.at,
      entry.person,
      entry.action,
      entry.subject,
      entry.subjectId,
      JSON.stringify(entry.details),
      entry.rehearsal,
    ],
  )
  return rows[0]!.seq
}

/** Hash of a row of the chain, for the record. */
export async function auditHash(db: Db, organisation: string, seq: number): Promise<string | null> {
  const { rows } = await db.query<{ hash: string }>(
    'SELECT hash FROM audit WHERE organisation_id = $1 AND seq = $2',
    [organisation, seq],
  )
  return rows[0]?.hash ?? null
}

export interface ChainRow {
  organisation_id: string
  seq: number
  text: string
  prev_hash: string
  hash: string
}

/** A stretch of one organisation's chain, as its owner sees it, for verification. */
export async function chainAfter(
  db: Db,
  organisation: string,
  seq: number,
  most: number,
): Promise<ChainRow[]> {
  const { rows } = await db.query(
    'SELECT organisation_id, seq, audit_text(a) AS text, prev_hash, hash FROM audit a WHERE organisation_id = $1 AND seq > $2 ORDER BY seq LIMIT $3',
    [organisation, seq, most],
  )
  return rows
}

export async function chainHeads(
  db: Db,
): Promise<{ organisation_id: string; seq: number; hash: string }[]> {
  const { rows } = await db.query(
    "SELECT o.id AS organisation_id, coalesce(h.seq, 0) AS seq, coalesce(h.hash, repeat('0', 64)) AS hash FROM organisation o LEFT JOIN audit_head h ON h.organisation_id = o.id ORDER BY o.id",
  )
  return rows
}
