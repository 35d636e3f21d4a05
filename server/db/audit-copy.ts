import sql from 'sql-template-tag'
import type { Db } from './pool'

/** A row as the copy takes it: the text is what its hash was made of, `prev_hash` and all. */
export interface CopyRow {
  organisation: string
  seq: number
  text: string
  prev_hash: string
  hash: string
}

/** Rows that the copy does not hold yet, oldest first within each organisation. */
export async function rowsToCopy(db: Db, most: number): Promise<CopyRow[]> {
  const { rows } = await db.query<CopyRow>(sql`
    SELECT *
    FROM audit_to_copy(${most})
  `)
  return rows
}

export async function noteCopied(db: Db, organisation: string, seq: number): Promise<void> {
  await db.query(sql`SELECT audit_copied_to(${organisation}, ${seq})`)
}
