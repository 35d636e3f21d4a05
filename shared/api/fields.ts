import { z } from 'zod'
import { DAY_MINUTES } from '#core/calendar/day'

export const number = z.number('Enter a number.')
export const positive = (most: number): z.ZodNumber =>
  number.positive('Must be more than zero.').max(most, `At most ${most}.`)
export const notNegative = (most: number): z.ZodNumber =>
  number.min(0, 'Not negative.').max(most, `At most ${most}.`)
export const share = number.min(0, 'From 0 to 1.').max(1, 'From 0 to 1.')
export const minutes = number.min(0, 'Not negative.').max(DAY_MINUTES, 'A day has 24 hours.')
/** The version that was read; a later one is not overwritten. Left out, whatever stands there is. */
export const version = z.int32().min(1).optional()
export const range = (lowest: number, highest: number): z.ZodType<{ low: number; high: number }> =>
  z.strictObject({
    low: number.min(lowest, `At least ${lowest}.`).max(1, 'At most 1.'),
    high: number.min(1, 'At least 1.').max(highest, `At most ${highest}.`),
  })
