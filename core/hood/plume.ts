import { isArc, type Process } from '../job/job'
import { published, type Source } from '../finding/source'

export const PLUME_SOURCE: Source = published(
  'Thermal plume from a point source, q = 0.005 F^(1/3) z^(5/3) m3/s and w = 0.128 F^(1/3) z^(-1/3) m/s, F in W (ventilation handbooks)',
)
export const VOLTAGE_SOURCE: Source = published('Conventional load voltage by process, IEC 60974-1')

/** Part of the arc power that heats the air. A default to be edited. */
const CONVECTIVE = 0.3

/** Conventional load voltage: volts at no current, and per ampere. */
const LOAD_VOLTAGE: Partial<Record<Process, readonly [number, number]>> = {
  SMAW: [20, 0.04],
  GMAW: [14, 0.05],
  FCAW: [14, 0.05],
  SAW: [20, 0.04],
  CAW: [20, 0.04],
  CAC: [20, 0.04],
  GTAW: [10, 0.04],
  PAW: [25, 0.04],
  PAC: [80, 0.4],
}

/**
 * Heat that the arc gives to the air above it, W. @returns null for a flame or a process without a conventional voltage
 * @throws RangeError for a current that is not positive
 * Source: power = current x conventional load voltage (IEC 60974-1), 0.3 of it convective.
 */
export function convectiveHeat(process: Process, amps: number): number | null {
  const voltage = LOAD_VOLTAGE[process]
  if (!isArc(process) || !voltage) return null
  if (!(amps > 0)) throw new RangeError('The current must be more than zero.')
  return CONVECTIVE * amps * (voltage[0] + voltage[1] * amps)
}

/** A plume at a height above the arc: flow m3/s, rise speed m/s, radius m, and how far a cross draft has carried it, m. */
export interface PlumeAt {
  flow: number
  rise: number
  radius: number
  drift: number
}

/**
 * The plume at a height z (m) above the arc, heat F (W), in a level cross draft (m/s).
 * Rise is the speed on the axis; the radius is that of the flow at half of it. Drift is the draft's speed for as long as the plume has risen.
 * @throws RangeError for a height or heat that is not positive, or a negative draft
 * Source: point-source plume; drift by integration of draft over rise.
 */
export function plumeAt(heat: number, z: number, draft: number): PlumeAt {
  if (!(z > 0)) throw new RangeError('The height above the arc must be more than zero.')
  if (!(heat > 0)) throw new RangeError('The heat must be more than zero.')
  if (!(draft >= 0)) throw new RangeError('The draft cannot be negative.')
  const root = Math.cbrt(heat)
  const flow = 0.005 * root * z ** (5 / 3)
  const rise = 0.128 * root * z ** (-1 / 3)
  return {
    flow,
    rise,
    radius: Math.sqrt(flow / ((Math.PI * rise) / 2)),
    drift: (draft * 0.75 * z ** (4 / 3)) / (0.128 * root),
  }
}

/** Lean of the plume from upright at a height, rad: draft over rise speed. */
export const leanAt = (heat: number, z: number, draft: number): number =>
  Math.atan(draft / plumeAt(heat, z, draft).rise)
