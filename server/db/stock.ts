import sql, { empty } from 'sql-template-tag'
import { insertInto } from './insert'
import { isVersion } from './version'
import { toOrder, type MoveKind } from '#core/stock/ledger'
import type { Stock, StockBody } from '#shared/stock/schema'
import type { Db } from './pool'
import { pageOf, pattern, type Page, type PageQuery } from './page'

interface StockRow {
  id: string
  code: string
  name: string
  kind: Stock['kind']
  ppe_id: string | null
  size: string
  condition: Stock['condition']
  expires_on: string | null
  minimum: number
  loan: boolean
  ready: number
  lent: number
  to_clean: number
  version: number
}

const toStock = (row: StockRow, today: string): Stock => ({
  id: row.id,
  code: row.code,
  name: row.name,
  kind: row.kind,
  ppeId: row.ppe_id,
  size: row.size,
  condition: row.condition,
  expiresOn: row.expires_on,
  minimum: row.minimum,
  loan: row.loan,
  ready: row.ready,
  lent: row.lent,
  toClean: row.to_clean,
  order: toOrder({ ready: row.ready, lent: row.lent, toClean: row.to_clean }, row.minimum),
  expired: row.expires_on !== null && row.expires_on < today,
  version: row.version,
})

const ORDER = {
  name: sql`lower(name), size, code`,
  code: sql`code`,
  order: sql`(minimum - ready - to_clean) DESC, lower(name), size`,
} as const
const TO_ORDER = sql`ready + to_clean < minimum`
const SHOW = {
  all: () => sql`true`,
  order: () => TO_ORDER,
  clean: () => sql`to_clean > 0`,
  loan: () => sql`lent > 0`,
  expired: (today: string) => sql`expires_on < ${today}`,
} as const
export type StockShow = keyof typeof SHOW

export async function listStock(
  db: Db,
  site: string,
  today: string,
  query: PageQuery & { sort: keyof typeof ORDER; kind?: Stock['kind']; show: StockShow },
): Promise<Page<Stock>> {
  const like = pattern(query.q)
  const kind = query.kind ?? null
  const from = sql`
    stock
    WHERE site_id = ${site}
      AND (${kind}::text IS NULL OR kind = ${kind})
      AND ${SHOW[query.show](today)}
      AND (name ILIKE ${like} OR code ILIKE ${like} OR size ILIKE ${like})
  `
  return pageOf(
    db,
    query.page,
    { select: sql`*`, from, order: ORDER[query.sort] },
    (row: StockRow) => toStock(row, today),
  )
}

/** Everything below its minimum, what is missing most first. */
export async function stockToOrder(db: Db, site: string, today: string): Promise<Stock[]> {
  const { rows } = await db.query<StockRow>(sql`
    SELECT *
    FROM stock
    WHERE site_id = ${site} AND ${TO_ORDER}
    ORDER BY ${ORDER.order}
  `)
  return rows.map((row) => toStock(row, today))
}

export async function countToOrder(db: Db, site: string): Promise<number> {
  const { rows } = await db.query<{ count: number }>(sql`
    SELECT count(*) AS count
    FROM stock
    WHERE site_id = ${site} AND ${TO_ORDER}
  `)
  return rows[0]!.count
}

export async function allStock(db: Db, site: string, today: string): Promise<Stock[]> {
  const { rows } = await db.query<StockRow>(sql`
    SELECT *
    FROM stock
    WHERE site_id = ${site}
    ORDER BY code
  `)
  return rows.map((row) => toStock(row, today))
}

/** Loaners on the shelf, for those who lack something. */
export async function loaners(db: Db, site: string, today: string): Promise<Stock[]> {
  const { rows } = await db.query<StockRow>(sql`
    SELECT *
    FROM stock
    WHERE site_id = ${site}
      AND loan
      AND ready > 0
      AND (expires_on IS NULL OR expires_on >= ${today})
    ORDER BY ready DESC, code
  `)
  return rows.map((row) => toStock(row, today))
}

export async function findStock(
  db: Db,
  id: string,
  today: string,
  hold = false,
): Promise<Stock | null> {
  const { rows } = await db.query<StockRow>(sql`
    SELECT *
    FROM stock
    WHERE id = ${id}
    ${hold ? sql`FOR UPDATE` : empty}
  `)
  return rows[0] ? toStock(rows[0], today) : null
}

export async function insertStock(
  db: Db,
  row: StockBody & { id: string; organisation: string; site: string; rehearsal: boolean },
): Promise<void> {
  await db.query(
    insertInto('stock', {
      id: row.id,
      organisation_id: row.organisation,
      site_id: row.site,
      code: row.code,
      name: row.name,
      kind: row.kind,
      ppe_id: row.ppeId,
      size: row.size,
      condition: row.condition,
      expires_on: row.expiresOn,
      minimum: row.minimum,
      loan: row.loan,
      rehearsal: row.rehearsal,
    }),
  )
}

export async function updateStock(db: Db, id: string, row: StockBody): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE stock
    SET
      code = ${row.code},
      name = ${row.name},
      kind = ${row.kind},
      ppe_id = ${row.ppeId},
      size = ${row.size},
      condition = ${row.condition},
      expires_on = ${row.expiresOn},
      minimum = ${row.minimum},
      loan = ${row.loan},
      version = version + 1
    WHERE id = ${id} AND ${isVersion(row.version)}
  `)
  return rowCount === 1
}

export async function setBalance(
  db: Db,
  id: string,
  balance: { ready: number; lent: number; toClean: number },
): Promise<void> {
  await db.query(sql`
    UPDATE stock
    SET ready = ${balance.ready}, lent = ${balance.lent}, to_clean = ${balance.toClean}
    WHERE id = ${id}
  `)
}

export interface NewMove {
  id: string
  organisation: string
  stock: string
  kind: MoveKind
  quantity: number
  unused: boolean
  person: string | null
  by: string
  at: Date
  note: string
  rehearsal: boolean
}

export async function insertMove(db: Db, row: NewMove): Promise<void> {
  await db.query(
    insertInto('stock_move', {
      id: row.id,
      organisation_id: row.organisation,
      stock_id: row.stock,
      kind: row.kind,
      quantity: row.quantity,
      unused: row.unused,
      person_id: row.person,
      by_id: row.by,
      at: row.at,
      note: row.note,
      rehearsal: row.rehearsal,
    }),
  )
}

export interface MoveRow {
  id: string
  kind: MoveKind
  quantity: number
  person: string | null
  person_id: string | null
  by: string
  at: Date
  note: string
  unused: boolean
  rehearsal: boolean
}

export async function movesOf(db: Db, stock: string, most: number): Promise<MoveRow[]> {
  const { rows } = await db.query<MoveRow>(sql`
    SELECT
      m.id, m.kind, m.quantity, p.name AS person, m.person_id, b.name AS by, m.at, m.note,
      m.unused, m.rehearsal
    FROM stock_move m
      LEFT JOIN person p ON p.id = m.person_id
      JOIN person b ON b.id = m.by_id
    WHERE m.stock_id = ${stock}
    ORDER BY m.at DESC, m.id
    LIMIT ${most}
  `)
  return rows
}

export interface LoanRow {
  stock_id: string
  person_id: string
  person: string
  code: string
  name: string
  ppe_id: string | null
  quantity: number
}

/** Who has what on loan: lent less taken back. Both arguments null: everyone and everything. */
export async function loansOf(
  db: Db,
  by: { stock?: string; people?: readonly string[] },
): Promise<LoanRow[]> {
  const { rows } = await db.query<LoanRow>(sql`
    SELECT
      m.stock_id, m.person_id, p.name AS person, s.code, s.name, s.ppe_id,
      sum(CASE m.kind WHEN 'lend' THEN m.quantity ELSE - m.quantity END)::int AS quantity
    FROM stock_move m JOIN person p ON p.id = m.person_id JOIN stock s ON s.id = m.stock_id
    WHERE m.kind IN ('lend', 'return')
      AND (${by.stock ?? null}::uuid IS NULL OR m.stock_id = ${by.stock ?? null})
      AND (${by.people ?? null}::uuid[] IS NULL OR m.person_id = ANY (${by.people ?? null}))
    GROUP BY 1, 2, 3, 4, 5, 6
    HAVING sum(CASE m.kind WHEN 'lend' THEN m.quantity ELSE - m.quantity END) > 0
    ORDER BY p.name, s.code
  `)
  return rows
}

/** What a code on a label stands for. */
export async function findCode(
  db: Db,
  site: string,
  code: string,
): Promise<{
  kind: 'stock' | 'cylinder' | 'machine' | 'helmet' | 'station'
  id: string
  name: string
} | null> {
  const { rows } = await db.query(sql`
    SELECT 'stock' AS kind, id, name
    FROM stock
    WHERE site_id = ${site} AND code = upper(${code})
    UNION ALL
    SELECT kind, id, label
    FROM gear
    WHERE site_id = ${site} AND upper(label) = upper(${code})
    UNION ALL
    SELECT 'cylinder', id, label
    FROM cylinder
    WHERE site_id = ${site} AND upper(label) = upper(${code})
    UNION ALL
    SELECT 'station', id, name
    FROM station
    WHERE site_id = ${site} AND (code = upper(${code}) OR lower(name) = lower(${code}))
    LIMIT 1
  `)
  return rows[0] ?? null
}
