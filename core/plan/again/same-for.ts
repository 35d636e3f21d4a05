/**
 * What follows of something for some reasons, and of nothing else, follows once: as long as each of them is the very same.
 * Nobody changes any of them.
 */
export function sameFor<T>(): (of: object, reasons: readonly unknown[], find: () => T) => T {
  const known = new WeakMap<object, { reasons: readonly unknown[]; found: T }>()
  return (of, reasons, find) => {
    const was = known.get(of)
    const isSame =
      was?.reasons.length === reasons.length && was.reasons.every((one, i) => one === reasons[i])
    if (was && isSame) return was.found
    const found = find()
    known.set(of, { reasons, found })
    return found
  }
}
