import type { Facts, Field } from './kind'

/**
 * Check what was told of a piece of gear against the fields of its kind.
 * @param facts by field; numbers in SI, days as ISO text
 * @returns what is wrong, by field; empty where all is well
 */
export function wrongFacts(fields: readonly Field[], facts: Facts): Record<string, string> {
  const wrong: Record<string, string> = {}
  const told = Object.keys(facts)
  if (told.length === 0) return wrong
  for (const id of told)
    if (!fields.some((field) => field.id === id)) wrong[id] = `There is no field "${id}".`
  for (const field of fields) {
    const value = facts[field.id] ?? null
    const says = value === null ? null : wrongFact(field, value)
    if (says !== null) wrong[field.id] = says
  }
  return wrong
}

const ISO_DAY = /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/
const LONGEST_TEXT = 200

function wrongFact(field: Field, value: string | number | boolean): string | null {
  switch (field.type) {
    case 'text':
      if (typeof value !== 'string') return 'Enter a text.'
      return value.length > LONGEST_TEXT ? `At most ${LONGEST_TEXT} characters.` : null
    case 'number':
      if (typeof value !== 'number' || !Number.isFinite(value)) return 'Enter a number.'
      return value < field.min || value > field.max
        ? 'This is outside what such gear can have.'
        : null
    case 'choice':
      return field.options.some((option) => option.value === value) ? null : 'Choose one of these.'
    case 'date':
      return typeof value === 'string' && ISO_DAY.test(value) ? null : 'Enter a day.'
    case 'yesNo':
      return typeof value === 'boolean' ? null : 'Yes or no.'
  }
}
