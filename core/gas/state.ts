import { partsOf } from './composition'
import { COMPONENT_DATA, type Component, type Composition } from './gas.table'
import { leeKesler } from './lee-kesler'

/** J/(mol K). */
export const GAS_CONSTANT = 8.314462618
export const ATMOSPHERE = 101_325
/** Volumes of gas are stated at 70 F and one atmosphere, as suppliers in North America do. */
export const STANDARD_TEMPERATURE = 294.26
export const STANDARD_VOLUME = (GAS_CONSTANT * STANDARD_TEMPERATURE) / ATMOSPHERE

/** Where a shop is; colder or hotter is no reading of a cylinder in it. K. */
export const COLDEST = 233.15
export const HOTTEST = 338.15

/** Critical constants of a mixture. Source: Lee and Kesler 1975, their rules of mixing. */
function criticalOf(parts: readonly [Component, number][]): {
  temperature: number
  pressure: number
  acentric: number
} {
  const total = parts.reduce((sum, [, share]) => sum + share, 0)
  const each = parts.map(([component, share]) => {
    const { critical } = COMPONENT_DATA[component]
    const z = 0.2905 - 0.085 * critical.acentric
    return {
      share: share / total,
      temperature: critical.temperature,
      acentric: critical.acentric,
      volume: (z * GAS_CONSTANT * critical.temperature) / critical.pressure,
    }
  })
  let volume = 0
  let byVolume = 0
  for (const a of each)
    for (const b of each) {
      const pair = a.share * b.share * ((Math.cbrt(a.volume) + Math.cbrt(b.volume)) ** 3 / 8)
      volume += pair
      byVolume += pair * Math.sqrt(a.temperature * b.temperature)
    }
  const acentric = each.reduce((sum, one) => sum + one.share * one.acentric, 0)
  const temperature = byVolume / volume
  const pressure = ((0.2905 - 0.085 * acentric) * GAS_CONSTANT * temperature) / volume
  return { temperature, pressure, acentric }
}

/**
 * Compressibility factor of a gas or mixture: how much more room it takes than an ideal gas.
 * Helium and hydrogen by the virial, the rest by corresponding states, both at the full pressure side by side (Amagat).
 * @param pressure Pa absolute @param temperature K
 * @throws RangeError for no gas, or outside of what the equations were made for
 */
export function compressibility(parts: Composition, pressure: number, temperature: number): number {
  if (!(pressure > 0)) throw new RangeError('The pressure must be more than zero.')
  if (!(temperature >= COLDEST && temperature <= HOTTEST))
    throw new RangeError('The temperature is outside of what a shop sees.')
  const all = partsOf(parts)
  const heavy = all.filter(([component]) => COMPONENT_DATA[component].lightVirial === undefined)
  const heavyShare = heavy.reduce((sum, [, share]) => sum + share, 0)
  const light = all.reduce((sum, [component, share]) => {
    const virial = COMPONENT_DATA[component].lightVirial
    return virial === undefined
      ? sum
      : sum + share * (1 + (virial * pressure) / (GAS_CONSTANT * temperature))
  }, 0)
  if (heavyShare === 0) return light
  const critical = criticalOf(heavy)
  const z = leeKesler(
    temperature / critical.temperature,
    pressure / critical.pressure,
    critical.acentric,
  )
  return light + heavyShare * z
}

/** Amount in a cylinder, mol. @param volume water volume, m3 @param pressure Pa absolute @param temperature K */
export const amountIn = (
  parts: Composition,
  volume: number,
  pressure: number,
  temperature: number,
): number =>
  (pressure * volume) / (compressibility(parts, pressure, temperature) * GAS_CONSTANT * temperature)

const STEPS = 100

/**
 * Pressure of an amount at a temperature, Pa absolute.
 * @param amount mol @param volume water volume, m3
 * @throws RangeError when the cylinder cannot hold it within the range of the equations
 */
export function pressureOf(
  parts: Composition,
  amount: number,
  volume: number,
  temperature: number,
): number {
  const ideal = (amount * GAS_CONSTANT * temperature) / volume
  let low = ideal * 0.5
  while (amountIn(parts, volume, low, temperature) > amount) low *= 0.8
  let high = low
  while (amountIn(parts, volume, high, temperature) < amount) {
    low = high
    high *= 1.1
  }
  for (let i = 0; i < STEPS && high - low > 1e-9 * high; i++) {
    const middle = (low + high) / 2
    if (amountIn(parts, volume, middle, temperature) < amount) low = middle
    else high = middle
  }
  return (low + high) / 2
}
