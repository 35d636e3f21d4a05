import { dayText } from '#core/calendar/day'
import type { Input } from '#core/finding/finding'
import { inputWord } from '#core/finding/input-words'
import { quantityText } from '../units/units'
import type { Units } from '../units/systems'

const DAY = /^\d{4}-\d{2}-\d{2}$/
const MOMENT = /^\d{4}-\d{2}-\d{2}T/

function valueText(value: Input, units: Units, when: (moment: string) => string): string {
  if (typeof value === 'object') return quantityText(value, units)
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'number') return String(value)
  if (MOMENT.test(value)) return when(value)
  return DAY.test(value) ? dayText(value) : value
}

/**
 * The numbers behind a reason, in the words of the trade and the reader's units: "hard hat: no, position: overhead".
 * @param when how a moment is written at the site
 */
export const inputsText = (
  inputs: Readonly<Record<string, Input>>,
  units: Units,
  when: (moment: string) => string,
): string =>
  Object.entries(inputs)
    .map(([name, value]) => `${inputWord(name)}: ${valueText(value, units, when)}`)
    .join(', ')
