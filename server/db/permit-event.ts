import sql from 'sql-template-tag'
import type { PermitEventKind } from '#core/permit/lifecycle'
import type { StepDetails } from '#shared/permit/round'
import { insertInto } from './insert'
import { readSince } from './months'
import type { Db } from './pool'

export interface EventRow {
  id: string
  kind: PermitEventKind
  subject: string
  person_id: string | null
  person: string
  /** When it was put on record. */
  at: Date
  /** When it was taken, by which a round counts; null: not known. */
  counts_at: Date | null
  note: string | null
  permit_version: number
  audit_seq: number | null
  audit_hash: string | null
  rehearsal: boolean
  details: StepDetails | null
}

/** Of a step that no person took. */
const NO_PERSON = 'Zonaris'

/** A permit, and when it was made: nothing happened to it in months before. */
export interface Dated {
  id: string
  created_at: Date
}

/** Everything that happened to a permit, oldest first, each with its place in the audit chain. */
export async function eventsOf(db: Db, permit: Dated): Promise<EventRow[]> {
  const since = readSince(permit.created_at)
  const { rows } = await db.query<EventRow>(sql`
    SELECT
      e.id, e.kind, e.subject, e.person_id, coalesce(p.name, ${NO_PERSON}) AS person, e.at, e.counts_at,
      e.note, e.permit_version, e.audit_seq, a.hash AS audit_hash, e.rehearsal, e.details
    FROM permit_event e
      LEFT JOIN person p ON p.id = e.person_id
      LEFT JOIN audit a ON a.organisation_id = e.organisation_id AND a.seq = e.audit_seq AND a.at >= ${since}
    WHERE e.permit_id = ${permit.id} AND e.at >= ${since}
    ORDER BY e.at, e.audit_seq
  `)
  return rows
}

/** Rounds of several permits at once. */
export async function roundsOf(
  db: Db,
  permits: readonly Dated[],
): Promise<{ permit_id: string; at: Date }[]> {
  if (permits.length === 0) return []
  const first = Math.min(...permits.map(({ created_at: at }) => at.getTime()))
  const { rows } = await db.query(sql`
    SELECT permit_id, counts_at AS at
    FROM permit_event
    WHERE kind = 'round'
      AND permit_id = ANY (${permits.map(({ id }) => id)})
      AND at >= ${readSince(new Date(first))}
      AND counts_at IS NOT NULL
    ORDER BY counts_at
  `)
  return rows
}

export interface NewEvent extends Omit<EventRow, 'person'> {
  organisation: string
  permit: string
}

export async function insertEvent(db: Db, row: NewEvent): Promise<void> {
  await db.query(
    insertInto('permit_event', {
      id: row.id,
      organisation_id: row.organisation,
      permit_id: row.permit,
      kind: row.kind,
      subject: row.subject,
      person_id: row.person_id,
      at: row.at,
      counts_at: row.counts_at,
      note: row.note,
      permit_version: row.permit_version,
      audit_seq: row.audit_seq,
      rehearsal: row.rehearsal,
      details: row.details && JSON.stringify(row.details),
    }),
  )
}
