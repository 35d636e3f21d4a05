import { published, type Source } from '../finding/source'
import { fitLognormal, toleranceFactor } from './lognormal'

export const EN689_SOURCE: Source = published(
  'EN 689:2018, preliminary test and test of compliance with 70 % confidence',
)

/** Preliminary test: so many results, all under this share of the limit. */
export const PRELIMINARY = [
  { n: 3, share: 0.1 },
  { n: 4, share: 0.15 },
  { n: 5, share: 0.2 },
] as const
const FULL = 6
const CONFIDENCE = 0.7
/** Results nearer to each other than this are the same: no laboratory tells them apart. */
const LEAST_GSD = 1.001

export type Compliance = {
  test: 'preliminary' | 'full'
  verdict: 'complies' | 'fails' | 'sample_more'
  sentence: string
  /** (ln L - ln GM) / ln GSD and what it must reach. */ reached: number | null
  needed: number | null
}

/**
 * Compliance with a limit by EN 689. Results and limit in one unit, those under the detection limit already substituted.
 * Any result over the limit fails at once; three to five are judged by the preliminary test; six and more by the full test.
 * @throws RangeError for a limit or result that is not positive
 */
export function testCompliance(values: readonly number[], limit: number): Compliance {
  if (!(limit > 0)) throw new RangeError('The limit must be more than zero.')
  if (values.some((value) => !(value > 0))) throw new RangeError('Results must be more than zero.')
  const n = values.length
  const highest = values.reduce((most, value) => Math.max(most, value), 0)
  if (highest > limit)
    return {
      test: n < FULL ? 'preliminary' : 'full',
      verdict: 'fails',
      sentence: 'A result is over the limit.',
      reached: null,
      needed: null,
    }
  if (n < PRELIMINARY[0].n)
    return {
      test: 'preliminary',
      verdict: 'sample_more',
      sentence: `${n} of at least 3 results.`,
      reached: null,
      needed: null,
    }
  if (n < FULL) {
    const row = PRELIMINARY.find((entry) => entry.n === n)!
    return highest < row.share * limit
      ? {
          test: 'preliminary',
          verdict: 'complies',
          sentence: `All ${n} results under ${row.share * 100} % of the limit.`,
          reached: null,
          needed: null,
        }
      : {
          test: 'preliminary',
          verdict: 'sample_more',
          sentence: `Not all ${n} results under ${row.share * 100} % of the limit: take at least six.`,
          reached: null,
          needed: null,
        }
  }
  const fit = fitLognormal(values)
  const needed = toleranceFactor(n, CONFIDENCE)
  if (fit.gsd < LEAST_GSD)
    return {
      test: 'full',
      verdict: 'complies',
      sentence: `All ${n} results are the same, so nothing can be said of how they vary; none is over the limit.`,
      reached: null,
      needed,
    }
  const reached = Math.log(limit / fit.gm) / Math.log(fit.gsd)
  return {
    test: 'full',
    verdict: reached >= needed ? 'complies' : 'fails',
    sentence: `U ${reached.toFixed(3)} against ${needed.toFixed(3)} for ${n} results.`,
    reached,
    needed,
  }
}
