import { published, type Source } from '../finding/source'

export const VAPOUR_SOURCE: Source = published(
  'Vapour pressure of carbon dioxide, NIST Chemistry WebBook',
)

/** K, Pa absolute. */
const CARBON_DIOXIDE: readonly (readonly [number, number])[] = [
  [273.15, 34.9e5],
  [283.15, 45.0e5],
  [293.15, 57.3e5],
  [298.15, 64.3e5],
  [303.15, 72.1e5],
  [304.15, 73.8e5],
]

/**
 * Pressure at which CO2 stands while liquid is left, Pa absolute; null below 0 C and above 31 C, where there is no liquid.
 * Between the points of the table the logarithm goes straight over 1/T (Clausius and Clapeyron).
 */
export function carbonDioxideVapour(temperature: number): number | null {
  const next = CARBON_DIOXIDE.findIndex(([t]) => t >= temperature)
  const [first] = CARBON_DIOXIDE
  if (next === 0) return temperature === first![0] ? first![1] : null
  if (next < 0) return null
  const [t0, p0] = CARBON_DIOXIDE[next - 1]!
  const [t1, p1] = CARBON_DIOXIDE[next]!
  const part = (1 / t0 - 1 / temperature) / (1 / t0 - 1 / t1)
  return p0 * (p1 / p0) ** part
}
