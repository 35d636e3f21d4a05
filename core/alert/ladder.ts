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

/**
 * The steps of an alert, each with its moment.
 * Somebody who says to be on it holds back what has not been called yet, for the time of the rules and no longer; each person once.
 * @param since ms since the epoch. @param acknowledged when each person said so, ms since the epoch
 */
export function ladder(
  { kind, since }: { kind: AlertKind; since: number },
  rules: AlertRules,
  acknowledged: readonly number[],
): Step[] {
  const circles = STEPS[kind]
  const steps: Step[] = []
  for (let step = 0; step < MOST_STEPS; step++) {
    const before = steps.at(-1)?.at
    const at = before === undefined ? since : held(before, before + gapBefore(step, rules) * MINUTE)
    steps.push({ circle: circles[Math.min(step, circles.length - 1)]!, at })
  }
  return steps

  function held(before: number, at: number): number {
    return acknowledged
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

/** How many steps are reached at `now`, and when the next one is; null: none is left. */
export function reached(
  steps: readonly Step[],
  now: number,
): { steps: number; nextAt: number | null } {
  const next = steps.findIndex(({ at }) => at > now)
  return next === -1
    ? { steps: steps.length, nextAt: null }
    : { steps: next, nextAt: steps[next]!.at }
}
