import { COMMON_PRACTICE, published } from '../finding/source'
import type { Process } from '../job/job'

/** Sound level at the ear, dB(A), as a range. */
export interface NoiseLevel {
  low: number
  high: number
}

/** Levels at the ear while it burns, cuts or grinds. Source: common practice; a shop's own measurement goes before them. */
export const NOISE_LEVELS: Partial<Record<Process, NoiseLevel>> = {
  SMAW: { low: 85, high: 95 },
  GMAW: { low: 85, high: 97 },
  FCAW: { low: 85, high: 99 },
  GTAW: { low: 65, high: 80 },
  PAC: { low: 95, high: 110 },
  CAC: { low: 100, high: 115 },
  GRIND: { low: 95, high: 105 },
}
export const LEVEL_SOURCE = COMMON_PRACTICE

/** How a day's noise is counted: the level that may last 8 h, and by how many dB half the time is left. */
export const NOISE_RULES = {
  osha: {
    name: 'OSHA',
    level: 90,
    exchange: 5,
    /** % of the day's dose from which hearing is looked after. */
    action: 50,
    source: published('OSHA 29 CFR 1910.95, tables G-16 and G-16a'),
  },
  niosh: {
    name: 'NIOSH',
    level: 85,
    exchange: 3,
    action: 100,
    source: published('NIOSH 98-126, recommended exposure limit for noise'),
  },
} as const
export type NoiseRule = keyof typeof NOISE_RULES
/** The strongest plugs that are made. Source: common practice. */
export const MOST_NRR = 33
