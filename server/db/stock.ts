import { toOrder, type MoveKind } from '#core/stock/ledger'
import type { Stock, StockBody } from '#shared/stock/schema'
import type { Db } from './pool'
import { pageOf, type Page, type PageQuery } from './page'

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
})

const ORDER = {
  name: 'lower(name), size, code',
  code: 'code',
  order: '(minimum - ready - to_clean) DESC, lower(name), size',
} as const
/** $2 is the kind, $3 the day. */
const SHOW = {
  all: 'true',
  order: 'ready + to_clean < minimum',
  clean: 'to_clean > 0',
  loan: 'lent > 0',
  expired: 'expires_on < $3',
} as const
export type StockShow = keyof typeof SHOW

export async function listStock(
  db: Db,
  site: string,
  today: string,
  query: PageQuery & { sort: keyof typeof ORDER; kind?: Stock['kind']; show: StockShow },
): Promise<Page<Stock>> {
  return pageOf(
    db,
    query,
    {
      select: '*',
      from: `stock WHERE site_id = $1 AND ($2::text IS NULL OR kind = $2) AND $3::date IS NOT NULL AND ${SHOW[query.show]} AND (name ILIKE $4 OR code ILIKE $4 OR size ILIKE $4)`,
      order: ORDER[query.sort],
      values: [site, query.kind ?? null, today],
    },
    (row: StockRow) => toStock(row, today),
  )
}

/** Everything below its minimum, what is missing most first. */
export async function stockToOrder(db: Db, site: string, today: string): Promise<Stock[]> {
  const { rows } = await db.query<StockRow>(
    `SELECT * FROM stock WHERE site_id = $1 AND ${SHOW.order} ORDER BY ${ORDER.order}`,
    [site],
  )
  return rows.map((row) => toStock(row, today))
}

export async function countToOrder(db: Db, site: string): Promise<number> {
  const { rows } = await db.query<{ count: number }>(
    `SELECT count(*) AS count FROM stock WHERE site_id = $1 AND ${SHOW.order}`,
    [site],
  )
  return rows[0]!.count
}

export async function allStock(db: Db, site: string, today: string): Promise<Stock[]> {
  const { rows } = await db.query<StockRow>(
    'SELECT * FROM stock WHERE site_id = $1 ORDER BY code',
    [site],
  )
  return rows.map((row) => toStock(row, today))
}

/** Loaners on the shelf, for those who lack something. */
export async function loaners(db: Db, site: string, today: string): Promise<Stock[]> {
  const { rows } = await db.query<StockRow>(
    'SELECT * FROM stock WHERE site_id = $1 AND loan AND ready > 0 AND (expires_on IS NULL OR expires_on >= $2) ORDER BY ready DESC, code',
    [site, today],
  )
  return rows.map((row) => toStock(row, today))
}

export async function findStock(
  db: Db,
  id: string,
  today: string,
  hold = false,
): Promise<Stock | null> {
  const { rows } = await db.query<StockRow>(
    `SELECT * FROM stock WHERE id = $1${hold ? ' FOR UPDATE' : ''}`,
    [id],
  )
  return rows[0] ? toStock(rows[0], today) : null
}

export async function insertStock(
  db: Db,
  row: StockBody & { id: string; organisation: string; site: string; rehearsal: boolean },
): Promise<void> {
  await db.query(
    'INSERT INTO stock (id, organisation_id, site_id, code, name, kind, ppe_id, size, condition, expires_on, minimum, loan, rehearsal) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13)',
    [
      row.id,
      row.organisation,
      row.site,
      row.code,
      row.name,
      row.kind,
      row.ppeId,
      row.size,
      row.condition,
      row.expiresOn,
      row.minimum,
      row.loan,
      row.rehearsal,
    ],
  )
}

export async function updateStock(db: Db, id: string, row: StockBody): Promise<boolean> {
  const { rowCount } = await db.query(
    'UPDATE stock SET code = $2, name = $3, kind = $4, ppe_id = $5, size = $6, condition = $7, expires_on = $8, minimum = $9, loan = $10 WHERE id = $1',
    [
      id,
      row.code,
      row.name,
      row.kind,
      row.ppeId,
      row.size,
      row.condition,
      row.expiresOn,
      row.minimum,
      row.loan,
    ],
  )
  return rowCount === 1
}

export async function setBalance(
  db: Db,
  id: string,
  balance: { ready: number; lent: number; toClean: number },
): Promise<void> {
  await db.query('UPDATE stock SET ready = $2, lent = $3, to_clean = $4 WHERE id = $1', [
    id,
    balance.ready,
    balance.lent,
    balance.toClean,
  ])
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
    'INSERT INTO stock_move (id, organisation_id, stock_id, kind, quantity, unused, person_id, by_id, at, note, rehearsal) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)',
    [
      row.id,
      row.organisation,
      row.stock,
      row.kind,
      row.quantity,
      row.unused,
      row.person,
      row.by,
      row.at,
      row.note,
      row.rehearsal,
    ],
  )
}

export async function moveExists(db: Db, id: string): Promise<boolean> {
  return (await db.query('SELECT 1 FROM stock_move WHERE id = $1', [id])).rowCount === 1
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
  const { rows } = await db.query<MoveRow>(
    'SELECT m.id, m.kind, m.quantity, p.name AS person, m.person_id, b.name AS by, m.at, m.note, m.unused, m.rehearsal FROM stock_move m LEFT JOIN person p ON p.id = m.person_id JOIN person b ON b.id = m.by_id WHERE m.stock_id = $1 ORDER BY m.at DESC, m.id LIMIT $2',
    [stock, most],
  )
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
  const { rows } = await db.query<LoanRow>(
    `
    SELECT m.stock_id, m.person_id, p.name AS person, s.code, s.name, s.ppe_id, sum(CASE m.kind WHEN 'lend' THEN m.quantity ELSE -m.quantity END)::int AS quantity
    FROM stock_move m JOIN person p ON p.id = m.person_id JOIN stock s ON s.id = m.stock_id
    WHERE m.kind IN ('lend', 'return') AND ($1::uuid IS NULL OR m.stock_id = $1) AND ($2::uuid[] IS NULL OR m.person_id = ANY($2))
    GROUP BY 1, 2, 3, 4, 5, 6 HAVING sum(CASE m.kind WHEN 'lend' THEN m.quantity ELSE -m.quantity END) > 0 ORDER BY p.name, s.code`,
    [by.stock ?? null, by.people ?? null],
  )
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
  const { rows } = await db.query(
    `
    SELECT 'stock' AS kind, id, name FROM stock WHERE site_id = $1 AND code = upper($2)
    UNION ALL SELECT kind, id, label FROM equipment WHERE site_id = $1 AND upper(label) = upper($2)
    UNION ALL SELECT 'cylinder', id, label FROM cylinder WHERE site_id = $1 AND upper(label) = upper($2)
    UNION ALL SELECT 'station', id, name FROM station WHERE site_id = $1 AND (code = upper($2) OR lower(name) = lower($2)) LIMIT 1`,
    [site, code],
  )
  return rows[0] ?? null
}
