import { tracesLeft } from '#core/firewatch/round'
import type { HeldPermit } from './step'

/** What rounds of a permit noticed and none has found gone, in words, from its first arc until it is closed. */
export function tracesOf({ row, events }: HeldPermit): string[] {
  if (row.state === 'closed') return []
  const rounds = events.filter(({ kind }) => kind === 'round')
  return tracesLeft(rounds.map(({ details }) => details?.looked ?? []))
}
