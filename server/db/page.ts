import type { QueryResultRow } from 'pg'
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
const pattern = (q: string): string => `%${q.replace(/[\\%_]/g, '\\$&')}%`

/**
 * One page of a list and the count of all. `from` uses $1.. for `values` and the next number for the search pattern.
 * Only text written in this folder goes into the SQL; everything a person types is a parameter.
 */
export async function pageOf<R extends QueryResultRow, T>(
  db: Db,
  query: PageQuery,
  sql: { select: string; from: string; order: string; values: unknown[] },
  map: (row: R) => T,
): Promise<Page<T>> {
  const values = [...sql.values, pattern(query.q)]
  const { rows } = await db.query<R & { total: number }>(
    `SELECT ${sql.select}, count(*) OVER () AS total FROM ${sql.from} ORDER BY ${sql.order} LIMIT ${PAGE_SIZE} OFFSET ${(query.page - 1) * PAGE_SIZE}`,
    values,
  )
  // A page past the end has no row to carry the count.
  const total =
    rows[0]?.total ??
    (query.page === 1
      ? 0
      : (await db.query<{ total: number }>(`SELECT count(*) AS total FROM ${sql.from}`, values))
          .rows[0]!.total)
  return {
    rows: rows.map(map),
    total,
    page: query.page,
    pages: Math.max(1, Math.ceil(total / PAGE_SIZE)),
  }
}
