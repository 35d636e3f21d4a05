import { AppError } from '../errors'

/** No request of ours is nested deeper. */
const DEEPEST = 32
/** Controls that show a text in another order than it is written: a name could pass for another one. */
const REORDERING = /[\u202A-\u202E\u2066-\u2069]/

function faultOf(text: string): string | null {
  if (text.includes('\u0000')) return 'This text holds a character that cannot be kept (NUL).'
  if (!text.isWellFormed()) return 'This text holds half a character and cannot be kept.'
  if (REORDERING.test(text)) return 'This text holds a hidden control that reorders letters.'
  return null
}

/** Look through whatever was sent for text that no database or reader should get. @throws AppError 400 at the field */
export function requireCleanText(value: unknown, path: readonly (string | number)[] = []): void {
  if (path.length > DEEPEST)
    throw new AppError(400, 'invalid', 'This is nested deeper than anything here.')
  if (typeof value === 'string') {
    const fault = faultOf(value)
    if (fault) throw new AppError(400, 'invalid', fault, [{ path: path.join('.'), message: fault }])
  } else if (Array.isArray(value)) {
    value.forEach((part, i) => requireCleanText(part, [...path, i]))
  } else if (value !== null && typeof value === 'object') {
    for (const [key, part] of Object.entries(value)) {
      requireCleanText(key, path)
      requireCleanText(part, [...path, key])
    }
  }
}
