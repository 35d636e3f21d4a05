// @ts-expect-error The package ships no types; what is used of it is written down below.
import library from 'jstat'

interface Distributions {
  noncentralt: { cdf: (x: number, degrees: number, noncentrality: number) => number }
  studentt: { inv: (share: number, degrees: number) => number }
  chisquare: { inv: (share: number, degrees: number) => number }
  normal: {
    cdf: (x: number, mean: number, deviation: number) => number
    inv: (share: number, mean: number, deviation: number) => number
  }
}
const { jStat } = library as { jStat: Distributions }

// The one door to the statistics library.
export const normalShare = (x: number): number => jStat.normal.cdf(x, 0, 1)
export const normalAt = (share: number): number => jStat.normal.inv(share, 0, 1)
export const studentAt = (share: number, degrees: number): number =>
  jStat.studentt.inv(share, degrees)
export const chiSquareAt = (share: number, degrees: number): number =>
  jStat.chisquare.inv(share, degrees)
export const noncentralShare = (x: number, degrees: number, noncentrality: number): number =>
  jStat.noncentralt.cdf(x, degrees, noncentrality)
