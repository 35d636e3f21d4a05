import sql from 'sql-template-tag'
import { insertInto } from './insert'
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

/** Where an event stands in the chain. */
export interface AuditMark {
  seq: number
  hash: string
}

/** Append to the chain; numbers and hashes are made by the database. */
export async function appendAudit(db: Db, entry: AuditEntry): Promise<AuditMark> {
  const { rows } = await db.query<AuditMark>(
    insertInto(
      'audit',
      {
        organisation_id: entry.organisation,
        seq: 0,
        at: entry.at,
        person_id: entry.person,
        action: entry.action,
        subject: entry.subject,
        subject_id: entry.subjectId,
        details: JSON.stringify(entry.details),
        rehearsal: entry.rehearsal,
        prev_hash: '',
        hash: '',
      },
      sql`RETURNING seq, hash`,
    ),
  )
  return rows[0]!
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
  const { rows } = await db.query(sql`
    SELECT organisation_id, seq, audit_text(a) AS text, prev_hash, hash
    FROM audit a
    WHERE organisation_id = ${organisation} AND seq > ${seq}
    ORDER BY seq
    LIMIT ${most}
  `)
  return rows
}

export async function chainHeads(
  db: Db,
): Promise<{ organisation_id: string; seq: number; hash: string }[]> {
  const { rows } = await db.query(sql`
    SELECT
      o.id AS organisation_id, coalesce(h.seq, 0) AS seq,
      coalesce(h.hash, repeat('0', 64)) AS hash
    FROM organisation o LEFT JOIN audit_head h ON h.organisation_id = o.id
    ORDER BY o.id
  `)
  return rows
}
