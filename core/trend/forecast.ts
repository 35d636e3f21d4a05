import { dayAfter, daysBetween } from '../calendar/day'
import { studentAt } from '../sampling/distribution'

/** A reading on a day. */
export interface Reading {
  on: string
  value: number
}

/** A straight line through readings, and when it crosses a limit. */
export interface Forecast {
  /** Of the first reading's day, and a day. */
  level: number
  slope: number
  first: string
  /** Scatter around the line. */
  scatter: number
  /** The day on which the line crosses, and the earliest by the band of single readings; null: not within five years. */
  crossesOn: string | null
  earliestOn: string | null
}

export type NoForecast = 'tooFew' | 'noTrend' | 'sameDay'

/** A line through fewer points than this says nothing. */
const FEWEST = 5
const SURE = 0.95
/** Nothing is told beyond, days. */
const FURTHEST = 5 * 365

/**
 * When a reading that wanders will cross its limit, by least squares with the prediction band of a single reading (Draper and
 * Smith, Applied Regression Analysis, from memory).
 * @param readings in any order; what is not finite is left out
 * @param limit min, max or both; what is crossed first counts
 * @returns the line, or why there is none
 */
export function forecast(
  readings: readonly Reading[],
  limit: { min?: number; max?: number },
): Forecast | NoForecast {
  const known = readings
    .filter(({ value }) => Number.isFinite(value))
    .sort((a, b) => (a.on < b.on ? -1 : 1))
  if (known.length < FEWEST) return 'tooFew'
  const first = known[0]!.on
  const xs = known.map(({ on }) => daysBetween(first, on))
  const ys = known.map(({ value }) => value)
  const n = known.length
  const meanX = mean(xs)
  const meanY = mean(ys)
  const sxx = xs.reduce((sum, x) => sum + (x - meanX) ** 2, 0)
  if (sxx === 0) return 'sameDay'
  const slope = xs.reduce((sum, x, i) => sum + (x - meanX) * (ys[i]! - meanY), 0) / sxx
  const level = meanY - slope * meanX
  const residual = ys.reduce((sum, y, i) => sum + (y - level - slope * xs[i]!) ** 2, 0)
  const scatter = Math.sqrt(residual / (n - 2))
  const t = studentAt((1 + SURE) / 2, n - 2)
  if (!(Math.abs(slope) > (t * scatter) / Math.sqrt(sxx))) return 'noTrend'
  const at = (x: number): number => level + slope * x
  const band = (x: number): number => t * scatter * Math.sqrt(1 + 1 / n + (x - meanX) ** 2 / sxx)
  const rising = slope > 0
  const end = rising ? limit.max : limit.min
  const crosses = (value: (x: number) => number): string | null => {
    if (end === undefined) return null
    const last = xs.at(-1)!
    for (let x = last; x <= last + FURTHEST; x++)
      if (rising ? value(x) >= end : value(x) <= end) return dayAfter(first, x)
    return null
  }
  return {
    level,
    slope,
    first,
    scatter,
    crossesOn: crosses(at),
    earliestOn: crosses((x) => at(x) + (rising ? band(x) : -band(x))),
  }
}

const mean = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length
