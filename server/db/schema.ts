import sql from 'sql-template-tag'
import type { Db } from './pool'

export async function appliedMigrations(db: Db): Promise<string[]> {
  const { rows } = await db.query<{ name: string }>(sql`
    SELECT name
    FROM zonaris_migration
    ORDER BY id
  `)
  return rows.map((row) => row.name)
}
