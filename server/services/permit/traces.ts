import { tracesLeft, type Looked } from '#core/firewatch/round'
import type { EventRow } from '#server/db/permit-event'
import type { HeldPermit } from './step'

/** What rounds of a permit noticed and none has found gone, in words, from its first arc until it is closed. */
export function tracesOf({ row, events }: HeldPermit): string[] {
  if (row.state === 'closed') return []
  const taken = ({ counts_at, at }: EventRow): number => (counts_at ?? at).getTime()
  const rounds = events
    .filter(({ kind }) => kind === 'round')
    .toSorted((a, b) => taken(a) - taken(b))
  return tracesLeft(rounds.map(lookedOn))
}

/** A round of which it is not known when it was made may tell of smoke; that there is none any more it does not. */
function lookedOn({ counts_at, details }: EventRow): readonly Looked[] {
  const looked = details?.looked ?? []
  return counts_at === null ? looked.filter(({ traces }) => traces.length > 0) : looked
}
