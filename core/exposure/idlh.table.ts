import { published } from '../finding/source'
import type { Substance } from './terms'

/**
 * Immediately dangerous to life or health: particulates mg/m3, gases ppm. Source: NIOSH, recalled.
 * Figures that NIOSH prints as Fe or V are taken as they stand for the oxide, and chromium by its stricter form: never milder.
 * Total fume and aluminium have none.
 */
export const IDLH: Partial<Record<Substance, number>> = {
  ironOxide: 2500,
  manganese: 500,
  chromiumVI: 15,
  chromium: 25,
  nickel: 10,
  zincOxide: 500,
  copper: 100,
  magnesiumOxide: 750,
  fluorides: 250,
  lead: 100,
  cadmium: 9,
  beryllium: 4,
  cobalt: 20,
  vanadium: 35,
  ozone: 5,
  nitrogenDioxide: 13,
  nitricOxide: 100,
  carbonMonoxide: 1200,
  carbonDioxide: 40_000,
  phosgene: 2,
}
export const IDLH_SOURCE = published(
  'NIOSH, concentrations immediately dangerous to life or health',
)

/** Whether a concentration is immediately dangerous; what is at the figure is. Not finite: not known to be. */
export const isDangerous = (substance: Substance, concentration: number): boolean =>
  concentration >= (IDLH[substance] ?? Infinity)
