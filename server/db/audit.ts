import sql from 'sql-template-tag'
import { ACCESS_NOTICES, type AccessNotice } from '#shared/sign-in/schema'
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

export interface NoticeRow {
  seq: number
  what: AccessNotice['what']
  by: string | null
  at: Date
}

const NOTICES_MOST = 5

/** What others did to somebody's way in during the last thirty days, newest first. */
export async function noticesOf(db: Db, person: string): Promise<NoticeRow[]> {
  const { rows } = await db.query<NoticeRow>(sql`
    SELECT a.seq, a.action AS what, p.name AS by, a.at
    FROM audit a LEFT JOIN person p ON p.id = a.person_id
    WHERE a.subject_id = ${person}
      AND a.subject = 'person'
      AND a.action = ANY (${ACCESS_NOTICES})
      AND a.person_id IS DISTINCT FROM ${person}
      AND a.at > clock_timestamp() - interval '30 days'
    ORDER BY a.seq DESC
    LIMIT ${NOTICES_MOST}
  `)
  return rows
}

/** Whether somebody looked at a person's record during the last hour. */
export async function hasSeenRecord(db: Db, reader: string, person: string): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    SELECT 1
    FROM audit
    WHERE subject_id = ${person}
      AND person_id = ${reader}
      AND action = 'record_seen'
      AND at > clock_timestamp() - interval '1 hour'
    LIMIT 1
  `)
  return rowCount === 1
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
