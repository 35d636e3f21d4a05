import { NOISE_RULES, type NoiseRule } from './level.table'

/**
 * Hours that a level may last in a day.
 * @param level dB(A)
 * @throws RangeError for a level that is not finite
 * Source: OSHA 29 CFR 1910.95, T = 8 / 2^((L - 90) / 5); NIOSH 98-126, 85 dB(A) and 3 dB.
 */
export function allowedHours(level: number, rule: NoiseRule): number {
  if (!Number.isFinite(level)) throw new RangeError('The level must be a number of dB(A).')
  const { level: allDay, exchange } = NOISE_RULES[rule]
  return 8 / 2 ** ((level - allDay) / exchange)
}

/**
 * Part of a day's noise that is used up, %. Every level counts, quiet ones too.
 * @param parts level dB(A) and minutes of each
 * @throws RangeError for a level that is not finite, or minutes that are negative or not finite
 * Source: OSHA 29 CFR 1910.95, D = 100 sum(C / T).
 */
export function noiseDose(
  parts: readonly { level: number; minutes: number }[],
  rule: NoiseRule,
): number {
  return parts.reduce((sum, { level, minutes }) => {
    if (!(minutes >= 0 && Number.isFinite(minutes)))
      throw new RangeError('Minutes of noise are not negative.')
    return sum + (100 * (minutes / 60)) / allowedHours(level, rule)
  }, 0)
}

/** dB that a plug takes off a level in dB(A). @param nrr noise reduction rating, dB. Source: OSHA 29 CFR 1910.95 appendix B, (NRR - 7) / 2. */
export const plugTakes = (nrr: number): number => Math.max(0, (nrr - 7) / 2)

/** The rating that brings a NIOSH dose down to 100 %; 0 where none is needed. Source: the two rules above, solved for the rating. */
export function ratingNeeded(dose: number): number {
  if (dose <= 100) return 0
  const decibels = NOISE_RULES.niosh.exchange * Math.log2(dose / 100)
  return Math.ceil(2 * decibels + 7)
}
