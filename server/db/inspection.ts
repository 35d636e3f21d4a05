import sql, { raw } from 'sql-template-tag'
import type { GearKind } from '#core/inspection/kind'
import type { JudgedLine } from '#core/inspection/inspection'
import type { Occasion } from '#core/inspection/occasion'
import { tableOf } from './gear-write'
import { insertRows } from './insert'
import type { Db } from './pool'

export interface NewInspection {
  id: string
  organisation: string
  kind: GearKind
  gear: string
  person: string
  at: Date
  occasion: Occasion
  /** The day on which it was due; null: it was the first, or had no day. */
  dueOn: string | null
  /** The checklist that it was made by. */
  version: string | null
  result: 'pass' | 'fail' | 'locked'
  lockReason: string | null
  lines: JudgedLine[]
  seconds?: number
  repairNote: string | null
  rehearsal: boolean
  session?: string
}

export const insertInspection = (db: Db, row: NewInspection): Promise<void> =>
  insertInspections(db, [row])

/** @param rows of gear of one kind */
export async function insertInspections(db: Db, rows: readonly NewInspection[]): Promise<void> {
  if (rows.length === 0) return
  const gear = `${tableOf(rows[0]!.kind)}_id`
  await insertRows(
    db,
    'inspection',
    rows.map((row) => ({
      id: row.id,
      organisation_id: row.organisation,
      [gear]: row.gear,
      person_id: row.person,
      at: row.at,
      occasion: row.occasion,
      due_on: row.dueOn,
      version_id: row.version,
      seconds: row.seconds ?? null,
      result: row.result,
      lock_reason: row.lockReason,
      lines: JSON.stringify(row.lines),
      repair_note: row.repairNote,
      rehearsal: row.rehearsal,
      session_id: row.session ?? null,
    })),
  )
}

export interface InspectionRow {
  id: string
  at: Date
  person: string
  occasion: Occasion
  checklist: number | null
  result: 'pass' | 'fail' | 'locked'
  repair_note: string | null
  rehearsal: boolean
  lines: JudgedLine[]
}

export async function inspectionsOf(
  db: Db,
  kind: GearKind,
  id: string,
  most: number,
): Promise<InspectionRow[]> {
  const { rows } = await db.query(sql`
    SELECT
      i.id, i.at, p.name AS person, i.occasion, v.number AS checklist, i.result, i.repair_note,
      i.rehearsal, i.lines
    FROM inspection i
    JOIN person p ON p.id = i.person_id
    LEFT JOIN checklist_version v ON v.id = i.version_id
    WHERE ${raw(`i.${tableOf(kind)}_id`)} = ${id}
    ORDER BY i.at DESC
    LIMIT ${most}
  `)
  return rows
}

/** What was answered to an inspection. */
export async function findInspection(
  db: Db,
  id: string,
): Promise<{ result: InspectionRow['result']; lock_reason: string | null } | null> {
  const { rows } = await db.query(sql`SELECT result, lock_reason FROM inspection WHERE id = ${id}`)
  return rows[0] ?? null
}
