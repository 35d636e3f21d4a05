import { ROUND_EVERY } from './rules.table'
import type { Monitoring } from './rule-sets.table'

const MINUTE = 60_000

/** A running watch. Times in ms since the epoch. */
export interface Watch {
  startedAt: number
  /** Somebody stands there so long. */
  minutes: number
  /** Rounds go on for so long after it. */
  monitoring: Monitoring | null
  rounds: readonly number[]
}

export interface Countdown {
  /** When nobody has to stand there any more. */
  watchEndsAt: number
  /** When it may be closed: after the watch, and what monitoring follows it. */
  endsAt: number
  phase: 'watch' | 'monitoring' | 'over'
  /** ms until it may be closed, never negative. */
  left: number
  done: boolean
  /** When the next round is due. */
  nextRoundAt: number
  roundOverdue: boolean
}

/** Where a watch stands at `now` (ms since the epoch). Pure: the same after any restart. */
export function countdown(watch: Watch, now: number): Countdown {
  const watchEndsAt = watch.startedAt + watch.minutes * MINUTE
  const endsAt = endOf(watch)
  const lastSeen = Math.max(
    watch.startedAt,
    ...watch.rounds.filter((round) => round >= watch.startedAt && round <= now),
  )
  const nextRoundAt = roundDueAfter(watch, lastSeen)
  return {
    watchEndsAt,
    endsAt,
    phase: phaseAt(now, watchEndsAt, endsAt),
    left: Math.max(0, endsAt - now),
    done: now >= endsAt,
    nextRoundAt,
    roundOverdue: now > nextRoundAt,
  }
}

/** When a round is due after the last one, ms since the epoch: as often as watch or monitoring asks, and at the end of each. */
export function roundDueAfter(watch: Watch, last: number): number {
  const watchEndsAt = watch.startedAt + watch.minutes * MINUTE
  return last < watchEndsAt
    ? Math.min(last + ROUND_EVERY * MINUTE, watchEndsAt)
    : Math.min(last + (watch.monitoring?.every ?? ROUND_EVERY) * MINUTE, endOf(watch))
}

/** Whether a round was made in the last stretch, so that the area was seen at the end and not only at the start. */
export function finalRoundMade(watch: Watch): boolean {
  return watch.rounds.some((round) => round >= endOf(watch))
}

/** When a watch may be closed, ms since the epoch. */
export const endOf = ({
  startedAt,
  minutes,
  monitoring,
}: Pick<Watch, 'startedAt' | 'minutes' | 'monitoring'>): number =>
  startedAt + (minutes + (monitoring?.minutes ?? 0)) * MINUTE

function phaseAt(now: number, watchEndsAt: number, endsAt: number): Countdown['phase'] {
  if (now < watchEndsAt) return 'watch'
  return now < endsAt ? 'monitoring' : 'over'
}
