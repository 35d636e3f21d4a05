import { getConfig } from './config'
import { inTransaction } from './db/pool'

/** The one clock. In a rehearsal it runs `factor` times as fast, from an anchor kept in the database so that restarts and other processes agree. */
export interface Clock {
  now: () => Date
  factor: number
}

let clock: Clock | null = null

export async function getClock(): Promise<Clock> {
  clock ??= await startClock(getConfig().rehearsal)
  return clock
}

async function startClock(factor: number): Promise<Clock> {
  if (factor === 1) return { now: () => new Date(), factor }
  const anchor = await inTransaction(async (db) => {
    await db.query(
      'INSERT INTO rehearsal_clock (real_anchor, shown_anchor, factor) VALUES (clock_timestamp(), clock_timestamp(), $1) ON CONFLICT DO NOTHING',
      [factor],
    )
    // Another factor carries on from the time shown so far: rehearsal time never jumps back.
    const { rows } = await db.query<{ real_anchor: Date; shown_anchor: Date }>(
      `
      UPDATE rehearsal_clock SET
        shown_anchor = CASE WHEN factor = $1 THEN shown_anchor ELSE shown_anchor + (clock_timestamp() - real_anchor) * factor::float8 END,
        real_anchor = CASE WHEN factor = $1 THEN real_anchor ELSE clock_timestamp() END,
        factor = $1
      RETURNING real_anchor, shown_anchor`,
      [factor],
    )
    return rows[0]!
  })
  return {
    factor,
    now: () =>
      new Date(
        anchor.shown_anchor.getTime() + (Date.now() - anchor.real_anchor.getTime()) * factor,
      ),
  }
}
