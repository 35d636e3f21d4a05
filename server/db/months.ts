import sql from 'sql-template-tag'
import { inTransaction } from './pool'

/** A clock that is put back may date an event before what it belongs to, ms. */
const MARGIN = 31 * 86_400_000

/** From where on to read what belongs to something of a moment: months before it are not opened, and a clock that was put back loses nothing. */
export const readSince = (moment: Date): Date => new Date(moment.getTime() - MARGIN)

/** So many months ahead are made, so that a server may stand still for that long. */
const AHEAD_MONTHS = 3

/**
 * Make the months that are not there yet of every table that grows day by day. Twice, it makes nothing; cut off, the next time
 * makes the rest; two at once take turns.
 * @param since the oldest month that is to be there. @returns how many were made
 */
export async function makeMonths(since: Date, now: Date): Promise<number> {
  const names = await inTransaction(async (db) => {
    const { rows } = await db.query<{ name: string }>(sql`SELECT name FROM partitioned_tables()`)
    return rows.map(({ name }) => name)
  })
  let made = 0
  // Each in a transaction of its own, so that nobody waits for more than one of them.
  for (const name of names)
    made += await inTransaction(async (db) => {
      const { rows } = await db.query<{ made: number }>(
        sql`SELECT make_partitions(${name}, ${since}, ${now}::timestamptz + make_interval(months => ${AHEAD_MONTHS})) AS made`,
      )
      return rows[0]!.made
    })
  return made
}
