import { published, type Source } from '../finding/source'
import { noncentralShare, normalAt, normalShare } from './distribution'

export const LOGNORMAL_SOURCE: Source = published(
  'Lognormal statistics of exposure; one-sided tolerance limits by the noncentral t distribution (ISO 16269-6)',
)

/** Geometric mean, geometric standard deviation, count; ln values. */
export interface Fit {
  n: number
  gm: number
  gsd: number
}

/**
 * Lognormal fit of results. @throws RangeError for fewer than two, or one that is not positive
 * Source: mean and standard deviation (n - 1) of the logarithms.
 */
export function fitLognormal(values: readonly number[]): Fit {
  const n = values.length
  if (n < 2) throw new RangeError('At least two results.')
  let sum = 0
  for (const value of values) {
    if (!(value > 0)) throw new RangeError('Results must be more than zero.')
    sum += Math.log(value)
  }
  const mean = sum / n
  let squares = 0
  for (const value of values) squares += (Math.log(value) - mean) ** 2
  return { n, gm: Math.exp(mean), gsd: Math.exp(Math.sqrt(squares / (n - 1))) }
}

const Z95 = 1.6448536269514722
/** 95th percentile of the fitted distribution, in the unit of the results. */
export const percentile95 = (fit: Fit): number => fit.gm * fit.gsd ** Z95

/** Share of the fitted distribution over a limit, 0 to 1. A GSD of 1 gives all or nothing. */
export function exceedance(fit: Fit, limit: number): number {
  if (!(limit > 0)) throw new RangeError('The limit must be more than zero.')
  if (fit.gsd === 1) return fit.gm > limit ? 1 : 0
  return 1 - normalShare(Math.log(limit / fit.gm) / Math.log(fit.gsd))
}

const factors = new Map<string, number>()
/**
 * Tolerance factor K: GM GSD^K is at least the 95th percentile with so much confidence.
 * @param confidence 0.7 as EN 689 takes it, 0.95 as is the habit in the US
 * @throws RangeError for fewer than two results or a confidence outside 0.5 to 0.999
 * Source: K = t'(confidence; n - 1, z0.95 sqrt n) / sqrt n.
 */
export function toleranceFactor(n: number, confidence: number): number {
  if (!(Number.isInteger(n) && n >= 2)) throw new RangeError('At least two results.')
  if (!(confidence >= 0.5 && confidence <= 0.999))
    throw new RangeError('The confidence runs from 0.5 to 0.999.')
  const key = `${n} ${confidence}`
  const known = factors.get(key)
  if (known !== undefined) return known
  // The exact one loses its digits with many results; there its normal approximation is within 0.01.
  const value =
    n > 100
      ? largeSample(n, confidence)
      : inverseNoncentralT(confidence, n - 1, Z95 * Math.sqrt(n)) / Math.sqrt(n)
  factors.set(key, value)
  return value
}

function inverseNoncentralT(share: number, degrees: number, noncentrality: number): number {
  let low = noncentrality / 2
  let high = noncentrality * 2 + 10
  while (noncentralShare(high, degrees, noncentrality) < share) high *= 2
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2
    if (noncentralShare(middle, degrees, noncentrality) < share) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** Natrella's approximation (NIST Handbook 91). */
function largeSample(n: number, confidence: number): number {
  const z = normalAt(confidence)
  const a = 1 - (z * z) / (2 * (n - 1))
  const b = Z95 * Z95 - (z * z) / n
  return (Z95 + Math.sqrt(Z95 * Z95 - a * b)) / a
}

/** Upper confidence limit of the 95th percentile, in the unit of the results. */
export const upperLimit95 = (fit: Fit, confidence: number): number =>
  fit.gm * fit.gsd ** toleranceFactor(fit.n, confidence)

/** Points of a probability plot: each result with its normal score, by Blom's positions (i - 3/8)/(n + 1/4). */
export function probabilityPoints(values: readonly number[]): { value: number; score: number }[] {
  const n = values.length
  return [...values]
    .sort((a, b) => a - b)
    .map((value, i) => ({ value, score: normalAt((i + 1 - 0.375) / (n + 0.25)) }))
}
