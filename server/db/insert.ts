import sql, { bulk, empty, join, raw, type RawValue, type Sql } from 'sql-template-tag'
import type { Db } from './pool'

type Row = Readonly<Record<string, RawValue>>

const columnsOf = (row: Row): Sql => raw(Object.keys(row).join(', '))

/**
 * An INSERT with each value beside its column.
 * @param table and the columns are names written in this folder, never input
 * @param row a value, or an SQL expression, by column
 * @param ending what follows the values, such as ON CONFLICT or RETURNING
 */
export function insertInto(table: string, row: Row, ending: Sql = empty): Sql {
  return sql`INSERT INTO ${raw(table)} (${columnsOf(row)}) VALUES (${join(Object.values(row))}) ${ending}`
}

/** A statement takes 65,535 values, which no row here comes near to with so many. */
const ROWS_AT_ONCE = 200

/**
 * Many rows by few statements, as each waits for an answer.
 * @param table and the columns as of `insertInto`
 * @param rows all with the same columns in the same order
 */
export async function insertRows(db: Db, table: string, rows: readonly Row[]): Promise<void> {
  for (let from = 0; from < rows.length; from += ROWS_AT_ONCE) {
    const some = rows.slice(from, from + ROWS_AT_ONCE)
    await db.query(
      sql`INSERT INTO ${raw(table)} (${columnsOf(some[0]!)}) VALUES ${bulk(some.map((row) => Object.values(row)))}`,
    )
  }
}
