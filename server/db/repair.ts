import sql from 'sql-template-tag'
import { insertInto } from './insert'
import type { Db } from './pool'

export interface RepairRow {
  id: string
  at: Date
  person_id: string
  person: string
  note: string
  parts: { name: string; count: number }[]
  cost: number | null
  rehearsal: boolean
}

export async function insertRepair(
  db: Db,
  row: {
    id: string
    organisation: string
    item: string
    person: string
    at: Date
    note: string
    parts: RepairRow['parts']
    cost: number | null
    rehearsal: boolean
  },
): Promise<void> {
  await db.query(
    insertInto('repair', {
      id: row.id,
      organisation_id: row.organisation,
      item_id: row.item,
      person_id: row.person,
      at: row.at,
      note: row.note,
      parts: JSON.stringify(row.parts),
      cost: row.cost,
      rehearsal: row.rehearsal,
    }),
  )
}

/** Newest first. */
export async function repairsOf(db: Db, item: string, most: number): Promise<RepairRow[]> {
  const { rows } = await db.query<RepairRow>(sql`
    SELECT
      r.id, r.at, r.person_id, p.name AS person, r.note, r.parts, r.cost::double precision AS cost,
      r.rehearsal
    FROM repair r JOIN person p ON p.id = r.person_id
    WHERE r.item_id = ${item}
    ORDER BY r.at DESC
    LIMIT ${most}
  `)
  return rows
}

export interface TryRow {
  id: string
  at: Date
  person: string
  doing: string
}

export async function insertTry(
  db: Db,
  row: {
    id: string
    organisation: string
    item: string
    person: string
    at: Date
    doing: string
    rehearsal: boolean
  },
): Promise<void> {
  await db.query(
    insertInto('lock_try', {
      id: row.id,
      organisation_id: row.organisation,
      item_id: row.item,
      person_id: row.person,
      at: row.at,
      doing: row.doing,
      rehearsal: row.rehearsal,
    }),
  )
}

/** Who reached for it while it was locked, newest first. */
export async function triesOf(db: Db, item: string, most: number): Promise<TryRow[]> {
  const { rows } = await db.query<TryRow>(sql`
    SELECT t.id, t.at, p.name AS person, t.doing
    FROM lock_try t JOIN person p ON p.id = t.person_id
    WHERE t.item_id = ${item}
    ORDER BY t.at DESC
    LIMIT ${most}
  `)
  return rows
}

export async function insertUse(
  db: Db,
  row: {
    id: string
    organisation: string
    item: string
    person: string
    at: Date
    measure: string
    amount: number
    rehearsal: boolean
  },
): Promise<void> {
  await db.query(
    insertInto('gear_use', {
      id: row.id,
      organisation_id: row.organisation,
      item_id: row.item,
      person_id: row.person,
      at: row.at,
      measure: row.measure,
      amount: row.amount,
      rehearsal: row.rehearsal,
    }),
  )
}
