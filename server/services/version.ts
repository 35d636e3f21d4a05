import { AppError, type Field } from '../errors'

/** A value as a person reads it at its field. */
function plain(value: unknown): string {
  if (value === null || value === undefined || value === '') return 'nothing'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  return typeof value === 'object' ? JSON.stringify(value) : String(value)
}

const isPlainObject = (value: unknown): value is Record<string, unknown> =>
  value !== null && typeof value === 'object' && !Array.isArray(value)

/** Fields in which `mine` is not what stands there `now`, each with what stands there. */
function differences(mine: object, now: object, path = ''): Field[] {
  return Object.entries(mine).flatMap(([key, value]) => {
    const theirs = (now as Record<string, unknown>)[key]
    const at = path ? `${path}.${key}` : key
    if (key === 'version' || theirs === undefined) return []
    if (isPlainObject(value) && isPlainObject(theirs)) return differences(value, theirs, at)
    if (JSON.stringify(value) === JSON.stringify(theirs)) return []
    return [{ path: at, message: `Now: ${plain(theirs)}` }]
  })
}

/**
 * An edit of something that somebody else has changed since it was read. Nothing is lost on either side: what was sent stays in
 * the form, what stands there now is told at each field, and the version lets the sender decide.
 */
export function changedMeanwhile<Now extends { version: number }>(
  mine: object,
  now: Now,
): AppError {
  return new AppError(
    409,
    'changed',
    'Someone else changed this meanwhile. What stands there now is shown at each field; save again to put yours in its place.',
    differences(mine, now),
    undefined,
    now.version,
  )
}
