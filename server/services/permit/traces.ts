import { tracesSeen } from '#core/firewatch/round'
import type { HeldPermit } from './step'

/** What the newest round of a watch noticed, in words; nothing before its first round. */
export function tracesOf({ row, events }: HeldPermit): string[] {
  const started = row.watch_started_at
  if (started === null || row.state === 'closed') return []
  const newest = events.findLast(({ kind, at }) => kind === 'round' && at >= started)
  return tracesSeen(newest?.details?.looked ?? [])
}
