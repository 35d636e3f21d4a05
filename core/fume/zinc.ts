import { published, type Source } from '../finding/source'

/** A zinc coating that the arc burns off. g/m2 a side, sides burnt, burnt width m, travel m/s, share that goes into the air. */
export interface ZincBurn {
  coating: number
  sides: 1 | 2
  width: number
  travel: number
  vaporised: number
}

/** Molar masses: ZnO 81.38, Zn 65.38. */
export const OXIDE_PER_ZINC = 1.2447
/** g/cm3. */
const ZINC_DENSITY = 7.14

export const ZINC_SOURCE: Source = published(
  'Mass balance: coating mass, burnt width, travel and sides; ZnO = 1.2447 Zn; half of it vaporised is a default to be edited',
)

/** Usual coatings, g/m2 a side. G90 and Z275 name both sides together. */
export const ZINC_COATINGS = [
  { id: 'g90', name: 'Sheet, G90 or Z275', coating: 137.5 },
  { id: 'g60', name: 'Sheet, G60 or Z180', coating: 90 },
  { id: 'dip', name: 'Batch hot dip, 85 µm', coating: 600 },
] as const

/** Coating mass a side, g/m2, of a zinc layer of so many m. @throws RangeError when not positive. Source: density 7.14 g/cm3. */
export function coatingMass(thickness: number): number {
  if (!(thickness > 0)) throw new RangeError('The layer must be thicker than zero.')
  return thickness * ZINC_DENSITY * 1e6
}

/**
 * Zinc oxide given off while the arc travels, g/h.
 * @throws RangeError when a measure is not positive or the share lies outside 0 to 1
 * Source: first principles, coating x sides x width x travel x share, times 1.2447.
 */
export function zincOxideRate(burn: ZincBurn): number {
  if (!(burn.coating > 0 && burn.width > 0 && burn.travel > 0))
    throw new RangeError('Coating, burnt width and travel must be more than zero.')
  if (!(burn.vaporised >= 0 && burn.vaporised <= 1))
    throw new RangeError('The share vaporised lies between 0 and 1.')
  return (
    burn.coating * burn.sides * burn.width * burn.travel * 3600 * burn.vaporised * OXIDE_PER_ZINC
  )
}

/** Beyond the burnt edge, m: 1 in, common practice. */
const BARE_MARGIN = 0.0254

/**
 * How far from the weld centre, each side of the seam, to grind to bright metal so that no zinc burns, m.
 * Half the width that the arc would burn, and a margin of 1 in (common practice). The dust is then the hazard.
 */
export const grindBack = (burntWidth: number): number => {
  if (!(burntWidth > 0)) throw new RangeError('The burnt width must be more than zero.')
  return burntWidth / 2 + BARE_MARGIN
}
