/// <reference path="./jstat.d.ts" />
import jstat from 'jstat'

// The one door to the statistics library, which ships no types.
export const normalShare = (x: number): number => jstat.jStat.normal.cdf(x, 0, 1)
export const normalAt = (share: number): number => jstat.jStat.normal.inv(share, 0, 1)
export const studentAt = (share: number, degrees: number): number => jstat.jStat.studentt.inv(share, degrees)
export const noncentralShare = (x: number, degrees: number, noncentrality: number): number => jstat.jStat.noncentralt.cdf(x, degrees, noncentrality)
