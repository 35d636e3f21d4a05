import { roundDueAfter, type Watch } from '../firewatch/countdown'

/** A round of a watch, held against when it was due. Times in ms since the epoch. */
export interface JudgedRound {
  at: number
  /** By the round before it. */
  dueAt: number
  isLate: boolean
}

/** A round is late when it comes so much later than it was due, ms. Common practice. */
export const GRACE = 60_000

/** Every round of a watch from its beginning on, in their order. */
export function judgedRounds(watch: Watch): JudgedRound[] {
  let last = watch.startedAt
  return watch.rounds
    .filter((at) => Number.isFinite(at) && at >= watch.startedAt)
    .sort((a, b) => a - b)
    .map((at) => {
      const dueAt = roundDueAfter(watch, last)
      last = at
      return { at, dueAt, isLate: at > dueAt + GRACE }
    })
}
