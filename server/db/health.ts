import sql from 'sql-template-tag'
import type { Db } from './pool'

/** How the whole installation stands, over all organisations: counts and seconds, no names. */
export interface Health {
  alerts: number
  waiting: number
  given_up: number
  /** s */
  overdue: number
  watches: number
  standbys: number
  /** s */
  lag: number
}

export async function readHealth(db: Db, now: Date): Promise<Health> {
  const { rows } = await db.query<Health>(sql`SELECT * FROM installation_health(${now})`)
  return rows[0]!
}
