import sql, { type Sql } from 'sql-template-tag'

/** Holds for the row of the version that was read; without one for any. */
export const isVersion = (version: number | undefined): Sql =>
  sql`(${version ?? null}::integer IS NULL OR version = ${version ?? null})`
