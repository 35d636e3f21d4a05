import { DAY_MINUTES } from '../calendar/day'

/** A part of a day's sampling. Minutes; value in the unit of the substance. */
export interface Part {
  minutes: number
  value: number
}

/** When a part was sampled. */
export interface Timed {
  minutes: number
  /** Minutes after midnight; null when nobody wrote it down. */
  start: number | null
  /** Length of the shift that it stands for. */
  shiftMinutes: number
}

/** Why parts cannot be one day of one person or spot. */
export type DayFault = 'moreThanDay' | 'overlap' | 'startNeeded'

/**
 * Whether parts can have been sampled one after the other on one day. Two pumps at the same time are two results of the
 * same air, not two parts of a day. Without the times, parts that together outlast the shift must have run side by side.
 * @returns null when they can
 * Source: arithmetic; one pump for one breathing zone at a time, common practice.
 */
export function faultOfDay(parts: readonly Timed[]): DayFault | null {
  const minutes = parts.reduce((sum, part) => sum + part.minutes, 0)
  if (minutes > DAY_MINUTES) return 'moreThanDay'
  const timed = parts
    .flatMap(({ start, minutes }) => (start === null ? [] : [{ from: start, to: start + minutes }]))
    .sort((a, b) => a.from - b.from)
  if (timed.some((part, i) => i > 0 && part.from < timed[i - 1]!.to)) return 'overlap'
  const shift = Math.max(...parts.map((part) => part.shiftMinutes))
  const areUntimed = parts.length > 1 && timed.length < parts.length
  return areUntimed && minutes > shift ? 'startNeeded' : null
}

/**
 * Eight-hour average from parts of one day. What was not sampled counts as nothing only when the caller says that the person was away from the work; else the sampled mean stands for it.
 * @throws RangeError for no part, a part that is not longer than zero, a negative value, or more than 24 h
 * Source: OSHA 29 CFR 1910.1000(d)(1); partial-period rule, common practice.
 */
export function averageOfParts(
  parts: readonly Part[],
  rest: 'unexposed' | 'as_sampled',
  shiftMinutes: number,
): number {
  if (parts.length === 0) throw new RangeError('No part was sampled.')
  if (parts.some((part) => !(part.minutes > 0) || !(part.value >= 0)))
    throw new RangeError('Each part lasts longer than zero and its value is not negative.')
  const sampled = parts.reduce((sum, part) => sum + part.minutes, 0)
  if (sampled > DAY_MINUTES || shiftMinutes > DAY_MINUTES)
    throw new RangeError('A day has 24 hours.')
  const dose = parts.reduce((sum, part) => sum + part.minutes * part.value, 0)
  const unsampled = Math.max(0, shiftMinutes - sampled)
  return (dose + (rest === 'as_sampled' ? (unsampled * dose) / sampled : 0)) / 480
}
