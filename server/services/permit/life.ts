import type { PermitLife } from '#core/permit/lifecycle'
import type { EventRow, PermitDbRow } from '#server/db/permit'

export const roundTimes = (events: readonly EventRow[]): number[] =>
  events.filter((event) => event.kind === 'round').map((event) => event.at.getTime())

/** A stored permit and its rounds, as the engine sees them. */
export function lifeOf(row: PermitDbRow, rounds: readonly number[]): PermitLife {
  return {
    state: row.state,
    validTo: row.valid_to.getTime(),
    workStartedAt: row.work_started_at?.getTime() ?? null,
    watchStartedAt: row.watch_started_at?.getTime() ?? null,
    watchMinutes: row.watch_minutes,
    rounds,
  }
}
