import { published, type Source } from '../finding/source'

export const LEE_KESLER_SOURCE: Source = published(
  'Lee and Kesler, AIChE Journal 21 (1975) 510: a generalised equation of state by critical constants',
)

interface Fluid {
  b: readonly [number, number, number, number]
  c: readonly [number, number, number, number]
  d: readonly [number, number]
  beta: number
  gamma: number
}

const SIMPLE: Fluid = {
  b: [0.1181193, 0.265728, 0.15479, 0.030323],
  c: [0.0236744, 0.0186984, 0, 0.042724],
  d: [0.155488e-4, 0.623689e-4],
  beta: 0.65392,
  gamma: 0.060167,
}
/** n-octane, against which the acentric factor is measured. */
const REFERENCE: Fluid = {
  b: [0.2026579, 0.331511, 0.027655, 0.203488],
  c: [0.0313385, 0.0503618, 0.016901, 0.041577],
  d: [0.48736e-4, 0.0740336e-4],
  beta: 1.226,
  gamma: 0.03754,
}
const REFERENCE_ACENTRIC = 0.3978

/** Compressibility of a fluid at a reduced volume, by its reduced temperature. */
function compressibilityAt({ b, c, d, beta, gamma }: Fluid, tr: number, vr: number): number {
  const B = b[0] - b[1] / tr - b[2] / tr ** 2 - b[3] / tr ** 3
  const C = c[0] - c[1] / tr + c[2] / tr ** 3
  const D = d[0] + d[1] / tr
  const tail = (c[3] / (tr ** 3 * vr ** 2)) * (beta + gamma / vr ** 2) * Math.exp(-gamma / vr ** 2)
  return 1 + B / vr + C / vr ** 2 + D / vr ** 5 + tail
}

const STEPS = 200
const CLOSE = 1e-10

/** The gas root: from the ideal volume down to the first volume at which the pressure is reached. */
function gasVolume(fluid: Fluid, tr: number, pr: number): number {
  const short = (vr: number): number => (tr * compressibilityAt(fluid, tr, vr)) / vr - pr
  const ideal = tr / pr
  let above = ideal * 3
  let below = above
  while (short(below) < 0) {
    above = below
    below *= 0.98
    if (below < 1e-3 * ideal) throw new RangeError('There is no gas at this pressure.')
  }
  for (let i = 0; i < STEPS && above - below > CLOSE * above; i++) {
    const middle = (above + below) / 2
    if (short(middle) < 0) above = middle
    else below = middle
  }
  return (above + below) / 2
}

/**
 * Compressibility factor of a gas by corresponding states.
 * @param tr reduced temperature, 0.3 to 4 @param pr reduced pressure, up to 10
 * @throws RangeError outside of the range of the correlation
 */
export function leeKesler(tr: number, pr: number, acentric: number): number {
  if (!(tr >= 0.3 && tr <= 4)) throw new RangeError('Outside of the range of temperatures.')
  if (!(pr > 0 && pr <= 10)) throw new RangeError('Outside of the range of pressures.')
  const of = (fluid: Fluid): number => (pr * gasVolume(fluid, tr, pr)) / tr
  const simple = of(SIMPLE)
  return simple + (acentric / REFERENCE_ACENTRIC) * (of(REFERENCE) - simple)
}
