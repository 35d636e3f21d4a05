import type { Particulate } from '../exposure/terms'
import { published } from '../finding/source'
import type { BaseMetal } from '../job/job'
import type { EmissionRow } from './emission.table'

/**
 * The highest mass share of a metal in any usual grade of a family, filler of that family included; 1 where a family has
 * no bound. From the composition limits of the grades: 1.65 % manganese makes a carbon steel, fillers reach 2.1 %;
 * stainless up to the 312 and 330 grades and the 200 series; nickel alloys with up to half chromium.
 */
const MOST: Partial<Record<BaseMetal, Partial<Record<Particulate, number>>>> = {
  carbon_steel: { manganese: 0.021 },
  cast_iron: { manganese: 0.021 },
  stainless: { chromium: 0.32, nickel: 0.37, manganese: 0.155 },
  nickel_alloy: { chromium: 0.5, manganese: 0.1 },
  aluminium: { manganese: 0.015 },
}
export const ALLOY_SOURCE = published(
  'Composition limits of usual grades (AISI and UNS ranges, AWS A5 fillers)',
)

const FAMILY: Partial<Record<EmissionRow['alloy'], BaseMetal>> = {
  steel: 'carbon_steel',
  stainless: 'stainless',
  nickel: 'nickel_alloy',
  aluminium: 'aluminium',
}

/** The most of a metal that a base metal may hold, as a mass share. Chromium VI is at most all chromium. */
export function mostInBase(base: BaseMetal, substance: Particulate): number {
  const metal = substance === 'chromiumVI' ? 'chromium' : substance
  return MOST[base]?.[metal] ?? 1
}

/** The most of a metal in base metal and filler together, the richer of both. @param filler null: of the family of the base metal */
export function mostInMelt(
  base: BaseMetal,
  filler: EmissionRow['alloy'] | null,
  substance: Particulate,
): number {
  const inBase = mostInBase(base, substance)
  if (filler === null) return inBase
  const family = FAMILY[filler]
  return family === undefined ? 1 : Math.max(inBase, mostInBase(family, substance))
}
