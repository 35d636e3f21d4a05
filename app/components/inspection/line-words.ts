import type { Measure } from '#core/inspection/line'
import { figure, display } from '#shared/units/units'
import type { Units } from '#shared/units/systems'

/** Marks as they are chosen from. */
export const MARKS = [
  { value: 'pass', label: 'Pass' },
  { value: 'fail', label: 'Fail' },
  { value: 'na', label: 'n/a' },
] as const

export const RESULT_WORDS = {
  pass: { level: 'clear', text: 'Passed' },
  fail: { level: 'caution', text: 'Fault, not locked' },
  locked: { level: 'stop', text: 'Locked out' },
  kept: { level: 'unknown', text: 'Kept on this phone until there is a signal' },
  keptLocked: {
    level: 'stop',
    text: 'Not safe, and nobody else knows yet: tag it out by hand. Kept on this phone until there is a signal.',
  },
} as const

/** What a reading has to be, in the reader's unit. */
export function spanText({ unit, min, max }: Measure, units: Units): string {
  const shown = display(unit, units)
  const text = (amount: number): string => `${figure(shown.from(amount))} ${shown.unit}`.trim()
  if (min !== undefined && max !== undefined && min > 0) return `${text(min)} to ${text(max)}`
  if (max !== undefined) return `at most ${text(max)}`
  return min === undefined ? 'any' : `at least ${text(min)}`
}
