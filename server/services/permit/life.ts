import type { Monitoring } from '#core/firewatch/rule-sets.table'
import type { PermitLife } from '#core/permit/lifecycle'
import type { PermitDbRow } from '#server/db/permit'
import type { EventRow } from '#server/db/permit-event'

/** The rounds that follow the watch; null: none. */
export const monitoringOf = (
  row: Pick<PermitDbRow, 'monitor_minutes' | 'monitor_every'>,
): Monitoring | null =>
  row.monitor_minutes > 0 ? { minutes: row.monitor_minutes, every: row.monitor_every } : null

/** A stored permit and the times of its rounds (ms since the epoch), as the engine sees them. */
export const lifeFrom = (row: PermitDbRow, rounds: readonly number[]): PermitLife => ({
  state: row.state,
  validTo: row.valid_to.getTime(),
  workStartedAt: row.work_started_at?.getTime() ?? null,
  watchStartedAt: row.watch_started_at?.getTime() ?? null,
  watchMinutes: row.watch_minutes,
  monitoring: monitoringOf(row),
  rounds,
})

export function lifeOf({
  row,
  events,
}: {
  row: PermitDbRow
  events: readonly EventRow[]
}): PermitLife {
  const rounds = events.filter(({ kind }) => kind === 'round')
  return lifeFrom(
    row,
    rounds.flatMap(({ counts_at }) => (counts_at === null ? [] : [counts_at.getTime()])),
  )
}
