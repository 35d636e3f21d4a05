import { fitLognormal } from './lognormal'
import { studentAt } from './distribution'

/** An estimate and what was then measured, in one unit. */
export interface Pair {
  predicted: number
  measured: number
}

/** Measured over predicted: geometric mean, its 90 % confidence interval, and the spread of single pairs. */
export interface Calibration {
  pairs: number
  factor: number
  low: number
  high: number
  gsd: number
  /** Whether the interval leaves out 1, so that the model is really off. */ off: boolean
}

const LEAST_PAIRS = 6

/**
 * How far the site's estimates are from its measurements. It is shown beside the estimate and never lowers a judgement by itself.
 * @returns why not with fewer than six pairs of positive figures
 * Source: geometric mean of measured over predicted with Student t interval, any textbook of statistics.
 */
export function calibrate(pairs: readonly Pair[]): Calibration | { because: string } {
  const usable = pairs.filter((pair) => pair.predicted > 0 && pair.measured > 0)
  if (usable.length < LEAST_PAIRS)
    return { because: `${usable.length} of ${LEAST_PAIRS} pairs of an estimate and a measurement` }
  const fit = fitLognormal(usable.map((pair) => pair.measured / pair.predicted))
  const half = (studentAt(0.95, fit.n - 1) * Math.log(fit.gsd)) / Math.sqrt(fit.n)
  const [low, high] = [fit.gm * Math.exp(-half), fit.gm * Math.exp(half)]
  return { pairs: fit.n, factor: fit.gm, low, high, gsd: fit.gsd, off: low > 1 || high < 1 }
}
