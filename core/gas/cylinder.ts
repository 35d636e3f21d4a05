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

/** Sizes, weights and pressures are more than zero; anything else told is as good as not told. */
const size = (told: number | null): number | null =>
  told !== null && Number.isFinite(told) && told > 0 ? told : null

/** What is told, without what cannot be. */
export const plausible = <T extends CylinderBody>(body: T): T => ({
  ...body,
  volume: size(body.volume),
  nominal: size(body.nominal),
  tare: size(body.tare),
  service: size(body.service),
})

/** Rounded sizes of the trade differ by so much from what the pressure gives. */
const SIZE_SLACK = 0.25

/** Whether what it holds and its water volume, both told, belong to two different cylinders. */
export function sizesContradict(body: CylinderBody): boolean {
  const { volume, nominal, service, parts } = body
  if (volume === null || nominal === null || service === null || !parts) return false
  const byVolume = fullContents({ ...body, nominal: null })
  return byVolume !== null && Math.abs(byVolume / nominal - 1) > SIZE_SLACK
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
