import { once } from '../once'

/**
 * What follows of something for some reasons, and of nothing else, follows once: as long as each of them is the very same.
 * Nobody changes any of them.
 */
export function sameFor<T>(): (of: object, reasons: readonly unknown[], find: () => T) => T {
  const lastOf = once((_of: object): { was: { reasons: readonly unknown[]; found: T } | null } => ({
    was: null,
  }))
  return (of, reasons, find) => {
    const last = lastOf(of)
    const { was } = last
    const isSame =
      was?.reasons.length === reasons.length && was.reasons.every((one, i) => one === reasons[i])
    if (was && isSame) return was.found
    const found = find()
    last.was = { reasons, found }
    return found
  }
}
