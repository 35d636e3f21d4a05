import type { QueryResultRow } from 'pg'
import sql, { type Sql } from 'sql-template-tag'
import { PAGE_SIZE } from '#shared/api/list'
import type { Db } from './pool'

export interface PageQuery {
  q: string
  page: number
}
export interface Page<T> {
  rows: T[]
  total: number
  page: number
  pages: number
}

/** Text pattern of a search; what the person typed is taken literally. */
export const pattern = (q: string): string => `%${q.replace(/[\\%_]/g, '\\$&')}%`

/** What a list is made of: its columns, its tables with their conditions, its order. */
interface ListParts {
  select: Sql
  from: Sql
  order: Sql
}

/** One page of a list and the count of all. */
export async function pageOf<R extends QueryResultRow, T>(
  db: Db,
  page: number,
  { select, from, order }: ListParts,
  map: (row: R) => T,
): Promise<Page<T>> {
  const { rows } = await db.query<R & { total: number }>(sql`
    SELECT ${select}, count(*) OVER () AS total
    FROM ${from}
    ORDER BY ${order}
    LIMIT ${PAGE_SIZE}
    OFFSET ${(page - 1) * PAGE_SIZE}
  `)
  const total = rows[0]?.total ?? (await countBefore(db, page, from))
  const pages = Math.max(1, Math.ceil(total / PAGE_SIZE))
  return { rows: rows.map(map), total, page, pages }
}

/** A page past the end has no row to carry the count. */
async function countBefore(db: Db, page: number, from: Sql): Promise<number> {
  if (page === 1) return 0
  const { rows } = await db.query<{ total: number }>(sql`
    SELECT count(*) AS total
    FROM ${from}
  `)
  return rows[0]!.total
}
