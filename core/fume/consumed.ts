import { published, type Source } from '../finding/source'

/** How the filler melted per hour of arc is known. Lengths in m, speeds in m/s, masses in kg. */
export type Consumed =
  | { by: 'default' }
  | { by: 'rate'; rate: number }
  | { by: 'wire'; diameter: number; speed: number; metal: WireMetal; tubular: boolean }
  | { by: 'rods'; perHour: number; mass: number; stub: number }

export const WIRE_METALS = ['steel', 'stainless', 'aluminium'] as const
type WireMetal = (typeof WIRE_METALS)[number]

/** Density, kg/m3. */
const DENSITY: Record<WireMetal, number> = { steel: 7850, stainless: 7900, aluminium: 2700 }
/** A tubular wire holds less metal than a solid one of the same size. */
const TUBULAR_SHARE = 0.85

export const CONSUMED_SOURCE: Source = published(
  'Mass balance: density, pi/4 d2 and feed speed; tubular wire at 0.85 of solid is a default to be edited',
)

/**
 * Filler melted per hour of arc, kg/h. @returns null for `default`: the amperage decides
 * @throws RangeError for a size, speed, count or mass that is not positive, or a stub as heavy as the rod
 * Source: density times pi/4 d2 times feed speed; rods per hour times rod mass less stub.
 */
export function consumedPerHour(consumed: Consumed): number | null {
  switch (consumed.by) {
    case 'default':
      return null
    case 'rate':
      if (!(consumed.rate > 0)) throw new RangeError('The filler melted must be more than zero.')
      return consumed.rate
    case 'wire':
      if (!(consumed.diameter > 0 && consumed.speed > 0))
        throw new RangeError('Wire size and feed must be more than zero.')
      return (
        ((DENSITY[consumed.metal] * Math.PI) / 4) *
        consumed.diameter ** 2 *
        consumed.speed *
        3600 *
        (consumed.tubular ? TUBULAR_SHARE : 1)
      )
    case 'rods':
      if (!(consumed.perHour > 0 && consumed.mass > 0))
        throw new RangeError('Rods per hour and rod mass must be more than zero.')
      if (!(consumed.stub >= 0 && consumed.stub < consumed.mass))
        throw new RangeError('The stub weighs less than the rod.')
      return consumed.perHour * (consumed.mass - consumed.stub)
  }
}
