import sql, { empty, join, raw, type RawValue, type Sql } from 'sql-template-tag'

/**
 * An INSERT with each value beside its column.
 * @param table and the columns are names written in this folder, never input
 * @param row a value, or an SQL expression, by column
 * @param ending what follows the values, such as ON CONFLICT or RETURNING
 */
export function insertInto(table: string, row: Record<string, RawValue>, ending: Sql = empty): Sql {
  const columns = Object.keys(row).join(', ')
  return sql`INSERT INTO ${raw(table)} (${raw(columns)}) VALUES (${join(Object.values(row))}) ${ending}`
}
