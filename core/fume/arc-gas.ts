import { GASES, type Gas } from '../exposure/terms'
import type { Process } from '../job/job'

/**
 * Gases that an arc or flame makes or that its shielding gas turns into. Rays make ozone where little fume shades them,
 * hot air makes nitrogen oxides, and carbon dioxide shielding gives off carbon monoxide. No table on file says how much.
 * Source: common practice.
 */
const MADE_BY: Partial<Record<Process, readonly Gas[]>> = {
  GMAW: ['ozone', 'nitrogenDioxide', 'carbonMonoxide'],
  FCAW: ['nitrogenDioxide', 'carbonMonoxide'],
  GTAW: ['ozone', 'nitrogenDioxide'],
  PAW: ['ozone', 'nitrogenDioxide'],
  PAC: ['ozone', 'nitrogenDioxide', 'nitricOxide'],
  CAC: ['nitrogenDioxide', 'carbonMonoxide'],
  CAW: ['nitrogenDioxide', 'carbonMonoxide'],
  OFC: ['nitrogenDioxide', 'nitricOxide', 'carbonMonoxide'],
  OFW: ['nitrogenDioxide', 'nitricOxide', 'carbonMonoxide'],
  TB: ['nitrogenDioxide', 'carbonMonoxide'],
}

/** Gases of these processes, in the order of the limits. */
export const gasesOf = (processes: readonly Process[]): Gas[] =>
  GASES.filter((gas) => processes.some((process) => MADE_BY[process]?.includes(gas)))
