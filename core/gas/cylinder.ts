import { partsOf, phaseOf } from './composition'
import { COMPONENT_DATA, type Component, type Composition } from './gas.table'
import { ATMOSPHERE, STANDARD_TEMPERATURE, STANDARD_VOLUME, amountIn } from './state'

/** What is told of a cylinder itself; null where nobody has told it. SI: m3, kg, Pa gauge. */
export interface CylinderBody {
  /** Null: the gas is not told, so everything that hangs on it is unknown. */
  parts: Composition | null
  /** Water volume. */
  volume: number | null
  /** Gas it holds when full, at 70 F and one atmosphere; for those told by weight as well. */
  nominal: number | null
  tare: number | null
  /** Marked on the shoulder, for 70 F. */
  service: number | null
  /** A plus behind the newest test date: filled by a tenth over the service pressure. */
  plus: boolean
}

/** m3 of gas at 70 F and one atmosphere from 1 kg of what is told by weight. */
const VOLUME_PER_KG: Partial<Record<Component, number>> = {
  // 14.7 ft3/lb and 8.66 ft3/lb, the trade's figures; CO2 as an ideal gas.
  acetylene: 0.918,
  propane: 0.541,
}

/** m3 at 70 F and one atmosphere from 1 kg of the main part. */
export function volumePerKg(parts: Composition): number {
  const [component] = partsOf(parts)[0]!
  return VOLUME_PER_KG[component] ?? STANDARD_VOLUME / COMPONENT_DATA[component].molarMass
}

/** Gauge pressure as absolute. */
export const absolute = (gauge: number): number => gauge + ATMOSPHERE

const within = <T>(work: () => T): T | null => {
  try {
    return work()
  } catch (error) {
    if (error instanceof RangeError) return null
    throw error
  }
}

/** Water volume, as told or from what it holds at its service pressure; null where that is not enough. m3 */
export function waterVolume({ parts, volume, nominal, service }: CylinderBody): number | null {
  if (volume !== null) return volume
  if (!parts || nominal === null || service === null || phaseOf(parts) !== 'permanent') return null
  return within(
    () => nominal / STANDARD_VOLUME / amountIn(parts, 1, absolute(service), STANDARD_TEMPERATURE),
  )
}

/** What it holds when full, m3 at 70 F and one atmosphere; null where that is not told. */
export function fullContents(body: CylinderBody): number | null {
  if (body.nominal !== null) return body.nominal
  const { parts, volume, service } = body
  if (!parts || volume === null || service === null || phaseOf(parts) !== 'permanent') return null
  return within(
    () => amountIn(parts, volume, absolute(service), STANDARD_TEMPERATURE) * STANDARD_VOLUME,
  )
}
