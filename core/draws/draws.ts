import { randomNormal } from 'd3-random'
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'

/** Random draws that can be repeated from a seed. */
export interface Draws {
  uniform: () => number
  normal: () => number
  triangular: (low: number, mode: number, high: number) => number
}

/** @param seed whole number; the same seed gives the same draws everywhere. xoroshiro128+, normals by Marsaglia's polar method. */
export function drawsOf(seed: number): Draws {
  const generator = xoroshiro128plus(seed)
  const uniform = (): number => uniformFloat64(generator)
  return {
    uniform,
    normal: randomNormal.source(uniform)(0, 1),
    triangular: (low, mode, high) => triangularAt(uniform(), low, mode, high),
  }
}

/** Value of a triangular distribution at a share of it. Source: inverse of its cumulative distribution. */
export function triangularAt(share: number, low: number, mode: number, high: number): number {
  const width = high - low
  if (width <= 0) return low
  return share * width < mode - low
    ? low + Math.sqrt(share * width * (mode - low))
    : high - Math.sqrt((1 - share) * width * (high - mode))
}
