import { STEPS, type AlertKind, type Circle } from './kinds'
import type { AlertRules } from './rules'

const MINUTE = 60_000

/** Nobody answers: so often the last circle is called again before it is left to the screens. */
export const MOST_STEPS = 12

/** A step of an alert: whom it calls, and when (ms since the epoch). */
export interface Step {
  circle: Circle
  at: number
}

/** What an alert is, and what became of it so far. Times in ms since the epoch. */
export interface Climb {
  kind: AlertKind
  since: number
  /** When each step was taken. */
  taken: readonly number[]
  /** When each person said to be on it. */
  answers: readonly number[]
}

/**
 * The steps of an alert, each with its moment.
 * Somebody who says to be on it holds back what has not been called yet, for the time of the rules and no longer; each person once.
 * A step that was taken late has those after it follow from when it was taken.
 */
export function ladder({ kind, since, taken, answers }: Climb, rules: AlertRules): Step[] {
  const circles = STEPS[kind]
  const steps: Step[] = []
  for (let step = 0; step < MOST_STEPS; step++) {
    const before = steps.at(-1)?.at
    const at = taken[step] ?? dueAt(before, step)
    steps.push({ circle: circles[Math.min(step, circles.length - 1)]!, at })
  }
  return steps

  function dueAt(before: number | undefined, step: number): number {
    return before === undefined ? since : held(before, before + gapBefore(step, rules) * MINUTE)
  }

  function held(before: number, at: number): number {
    return answers
      .filter((moment) => moment >= before)
      .sort((one, other) => one - other)
      .reduce(
        (until, moment) =>
          moment <= until ? Math.max(until, moment + rules.hold * MINUTE) : until,
        at,
      )
  }
}

/** Minutes from one step to the next. */
function gapBefore(step: number, { late, missed }: AlertRules): number {
  if (step === 1) return late
  return step === 2 ? missed - late : missed
}

/**
 * How many steps are reached at `now`. After an outage several are at once; that the last circle is called again and again
 * is not caught up with, it goes on from the first such call.
 */
export function reached(climb: Climb, rules: AlertRules, now: number): number {
  const later = ladder(climb, rules).findIndex(({ at }) => at > now)
  const due = later === -1 ? MOST_STEPS : later
  return Math.min(due, Math.max(STEPS[climb.kind].length, climb.taken.length + 1))
}
