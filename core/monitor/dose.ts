/** A reading of a monitor; at in ms since the epoch, value in the unit of the substance. */
export interface Reading {
  at: number
  value: number
}

/** A reading stands until the next one, at most this long, ms; beyond it nothing is known. */
export const HOLD = 120_000

/** Readings that can be read, in order of time, each moment once. */
export function inOrder(readings: readonly Reading[]): Reading[] {
  const sound = readings.filter(({ at, value }) => Number.isFinite(at) && Number.isFinite(value))
  const byTime = new Map(sound.map((reading) => [reading.at, reading]))
  return [...byTime.values()].sort((a, b) => a.at - b.at)
}

interface Sum {
  /** Value x ms. */
  dose: number
  /** ms of which something is known. */
  covered: number
}

/**
 * Dose and covered time from the first reading up to any moment, each in the time of a search.
 * @param readings in order
 */
export function sumsOf(readings: readonly Reading[]): (until: number) => Sum {
  const ends = readings.map(({ at }, i) => Math.min(at + HOLD, readings[i + 1]?.at ?? Infinity))
  const before: Sum[] = []
  let sum: Sum = { dose: 0, covered: 0 }
  readings.forEach(({ at, value }, i) => {
    before.push(sum)
    const length = ends[i]! - at
    sum = { dose: sum.dose + value * length, covered: sum.covered + length }
  })
  return (until) => {
    const i = lastBefore(readings, until)
    if (i < 0) return { dose: 0, covered: 0 }
    const { at, value } = readings[i]!
    const length = Math.min(until, ends[i]!) - at
    return { dose: before[i]!.dose + value * length, covered: before[i]!.covered + length }
  }
}

/** Place of the last reading before a moment, -1 for none. */
export function lastBefore(readings: readonly Reading[], moment: number): number {
  let [low, high] = [0, readings.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (readings[middle]!.at < moment) low = middle + 1
    else high = middle
  }
  return low - 1
}

/** What is known of a window. */
export interface Window {
  /** Mean over the time that is covered. */
  mean: number
  /** Share of the window that is covered, 0 to 1. */
  covered: number
  /** Mean if nothing was there while nothing is known: never too high. */
  atLeast: number
}

/**
 * A window of time of readings in order.
 * @returns null when nothing of it is covered
 */
export function windowOf(sums: ReturnType<typeof sumsOf>, from: number, to: number): Window | null {
  const [start, end] = [sums(from), sums(to)]
  const covered = end.covered - start.covered
  if (!(covered > 0)) return null
  const dose = end.dose - start.dose
  return { mean: dose / covered, covered: covered / (to - from), atLeast: dose / (to - from) }
}
