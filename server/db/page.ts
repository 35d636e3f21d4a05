import type { QueryResultRow } from 'pg'
import { PAGE_SIZE } from '#shared/api/list'
import type { Db } from './pool'

export interface PageQuery { q: string, page: number }
export interface Page<T> { rows: T[], total: number, page: number, pages: number }

/** Text pattern of a search; what the person typed is taken literally. */
export const pattern = (q: string): string => `%${q.replace(/[\\%_]/g, '\\$&')}%`

/**
 * One page of a list and the count of all. `from` uses $1.. for `values` and the next number for the search pattern.
 * Only text written in this folder goes into the SQL; everything a person types is a parameter.
 */
export async function pageOf<R extends QueryResultRow, T>(db: Db, query: PageQuery, sql: { select: string, from: string, order: string, values: unknown[] }, map: (row: R) => T): Promise<Page<T>> {
  const values = [...sql.values, pattern(query.q)]
  const { rows: [count] } = await db.query<{ total: number }>(`SELECT count(*) AS total FROM ${sql.from}`, values)
  const { rows } = await db.query<R>(`SELECT ${sql.select} FROM ${sql.from} ORDER BY ${sql.order} LIMIT ${PAGE_SIZE} OFFSET ${(query.page - 1) * PAGE_SIZE}`, values)
  return { rows: rows.map(map), total: count!.total, page: query.page, pages: Math.max(1, Math.ceil(count!.total / PAGE_SIZE)) }
}
