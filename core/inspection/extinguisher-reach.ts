import { FOOT, ROUNDING } from '../finding/feet'
import { published } from '../finding/source'
import type { FireClass } from './fire-class'

/** NFPA 10, and the same figures in 29 CFR 1910.157(d). */
export const TRAVEL_DISTANCE = published('NFPA 10, travel distance to extinguishers')

/** The longest walk to an extinguisher, m. For liquids that of the smaller ones is 30 ft. */
export const FARTHEST_EXTINGUISHER: Readonly<Record<FireClass, number>> = {
  ordinary: 75 * FOOT,
  liquid: 50 * FOOT,
  // NFPA 10 takes it from the ordinary or liquid hazard beside it; the longer of the two alone would be the milder.
  live: 50 * FOOT,
  metal: 75 * FOOT,
}

/** Whether a walk to an extinguisher is short enough. @param metres how long it is */
export const isInReach = (burning: FireClass, metres: number): boolean =>
  metres <= FARTHEST_EXTINGUISHER[burning] + ROUNDING
