import { DAY_MINUTES } from '../calendar/day'

/** A part of a day's sampling. Minutes; value in the unit of the substance. */
export interface Part {
  minutes: number
  value: number
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
