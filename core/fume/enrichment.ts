import type { Particulate } from '../exposure/terms'

/**
 * How much richer or poorer the fume is in a metal than what is melted, upper end. Manganese boils early; chromium and nickel stay in the weld.
 * Derived: metal in fume (AP-42 12.19) over usual content of the wire, e.g. E70S 6.1 % over 1.4 %, ER308 9.7 % over 20 %.
 */
const ENRICHMENT: Partial<Record<Particulate | 'iron' | 'other', number>> = {
  manganese: 6,
  chromium: 1,
  chromiumVI: 1,
  nickel: 1,
  iron: 1,
}
const ENRICHMENT_ELSE = 2

/** The most of a part in the fume, as a mass share, from its share in what is melted. */
export const mostInFume = (part: Particulate | 'iron' | 'other', share: number): number =>
  Math.min(1, share * (ENRICHMENT[part] ?? ENRICHMENT_ELSE))
