import { ROUND_EVERY } from './rules.table'

/** A running watch. Times in ms since the epoch. */
export interface Watch {
  startedAt: number
  minutes: number
  rounds: readonly number[]
}

export interface Countdown {
  /** When the watch may end. */
  endsAt: number
  /** ms left, never negative. */
  left: number
  done: boolean
  /** When the next round is due. */
  nextRoundAt: number
  roundOverdue: boolean
}

/** Where a watch stands at `now` (ms since the epoch). Pure: the same after any restart. */
export function countdown(watch: Watch, now: number): Countdown {
  const endsAt = watch.startedAt + watch.minutes * 60_000
  const lastSeen = Math.max(
    watch.startedAt,
    ...watch.rounds.filter((round) => round >= watch.startedAt && round <= now),
  )
  const nextRoundAt = Math.min(lastSeen + ROUND_EVERY * 60_000, endsAt)
  return {
    endsAt,
    left: Math.max(0, endsAt - now),
    done: now >= endsAt,
    nextRoundAt,
    roundOverdue: now > nextRoundAt,
  }
}

/** Whether a round was made in the last stretch, so that the area was seen at the end and not only at the start. */
export function finalRoundMade(watch: Watch): boolean {
  const endsAt = watch.startedAt + watch.minutes * 60_000
  return watch.rounds.some((round) => round >= endsAt)
}
