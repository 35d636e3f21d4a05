/** One bar: how often, and the share of all up to and with it. */
export interface ParetoBar {
  key: string
  count: number
  /** From over 0 to 1. */
  upTo: number
}

/**
 * Counts, most first, each with the share that it and those before it make.
 * @param counts by key; what is not over 0 is left out
 */
export function pareto(counts: ReadonlyMap<string, number>): ParetoBar[] {
  const bars = [...counts]
    .filter(([, count]) => count > 0)
    .sort(([a, x], [b, y]) => y - x || (a < b ? -1 : 1))
  const total = bars.reduce((sum, [, count]) => sum + count, 0)
  let sum = 0
  return bars.map(([key, count]) => {
    sum += count
    return { key, count, upTo: sum / total }
  })
}
