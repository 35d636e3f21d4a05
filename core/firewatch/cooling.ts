/** Metals of which parts are welded, as far as their cooling goes. Handbook figures, from memory; each to the side of slower cooling. */
interface Metal {
  name: string
  /** kg/m3 */
  density: number
  /** Over the range in which it cools, J/(kg K). */
  heat: number
  /** Of a bright, clean surface: it glows the least. */
  emissivity: number
  /** Near where it begins to melt: no part is hotter when the arc goes out, K. */
  melts: number
}
const ZERO_C = 273.15

export const COOLING_METALS = ['steel', 'stainless', 'castIron', 'aluminium', 'copper'] as const
export type CoolingMetal = (typeof COOLING_METALS)[number]
export const METALS: Readonly<Record<CoolingMetal, Metal>> = {
  steel: { name: 'Steel', density: 7850, heat: 700, emissivity: 0.3, melts: 1450 + ZERO_C },
  stainless: { name: 'Stainless', density: 7950, heat: 600, emissivity: 0.2, melts: 1400 + ZERO_C },
  castIron: { name: 'Cast iron', density: 7200, heat: 700, emissivity: 0.4, melts: 1150 + ZERO_C },
  aluminium: {
    name: 'Aluminium',
    density: 2750,
    heat: 1050,
    emissivity: 0.06,
    melts: 640 + ZERO_C,
  },
  copper: { name: 'Copper', density: 8950, heat: 440, emissivity: 0.05, melts: 1080 + ZERO_C },
}

/** Bare metal warmer than this may burn a hand that stays on it, K. ISO 13732-1: 48 C for ten minutes and more. */
export const BURNS_ABOVE = 48 + ZERO_C
/** Stefan and Boltzmann, W/(m2 K4). */
const SIGMA = 5.670_374_419e-8
/** A plate in still air, W/(m2 K): the low end of what handbooks give for free convection. */
const STILL_AIR = 5
/** Air on a warm day, K. Common practice. */
const WARM_DAY = 30 + ZERO_C

export interface Cooling {
  /** kg/m3, J/(kg K), and m from face to face. */
  density: number
  heat: number
  thickness: number
  /** W/(m2 K) */
  convection: number
  emissivity: number
  /** Of the surroundings, K. */
  air: number
}

const STEPS = 2_000

/**
 * How long a plate takes to cool from one temperature to another, by its two faces alone: convection and glow, the plate as warm inside
 * as at its face. What flows off into colder metal beside it is left out, which makes the time longer.
 * @param from K. @param to K, between the air and `from`. @returns s; null where a figure is none, or it never cools so far
 * Source: lumped-capacitance balance of any heat transfer textbook; Newton's law without glow, the T^-3 law without air.
 */
export function coolingTime(plate: Cooling, from: number, to: number): number | null {
  const { density, heat, thickness, convection, emissivity, air } = plate
  const figures = [...Object.values(plate), from, to]
  if (!figures.every((figure) => Number.isFinite(figure) && figure >= 0)) return null
  if (to <= air) return null
  if (from <= to) return 0
  const stored = (density * heat * thickness) / 2
  const lost = (t: number): number =>
    convection * (t - air) + emissivity * SIGMA * (t ** 4 - air ** 4)
  if (lost(to) <= 0) return null
  // Simpson, by the logarithm of the temperature above the air: most of the time is spent near the end.
  const [a, b] = [Math.log(to - air), Math.log(from - air)]
  const step = (b - a) / STEPS
  let sum = 0
  for (let i = 0; i <= STEPS; i++) {
    const above = Math.exp(a + i * step)
    const weight = i === 0 || i === STEPS ? 1 : 2 + 2 * (i % 2)
    sum += (weight * above) / lost(air + above)
  }
  return (stored * sum * step) / 3
}

/** Plates thinner or thicker than these are not reckoned, m. */
export const THICKNESS = { least: 0.0005, most: 0.1 } as const

/**
 * For how long a part may burn after the last arc, minutes, rounded up; null: no answer for this thickness.
 * It starts as hot as metal can be. It is an estimate of when to look again, never of when it may be touched.
 */
export function minutesHot(metal: CoolingMetal, thickness: number): number | null {
  if (!(thickness >= THICKNESS.least && thickness <= THICKNESS.most)) return null
  const { density, heat, emissivity, melts } = METALS[metal]
  const plate = {
    density,
    heat,
    thickness,
    convection: STILL_AIR,
    emissivity,
    air: WARM_DAY,
  }
  const seconds = coolingTime(plate, melts, BURNS_ABOVE)
  return seconds === null ? null : Math.ceil(seconds / 60)
}
