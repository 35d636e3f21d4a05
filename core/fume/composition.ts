import { published } from '../finding/source'
import { PARTICULATES, SUBSTANCE_NAME, type Particulate } from '../exposure/terms'
import type { Process } from '../job/job'
import type { EmissionRow } from './emission.table'
import { mostInFume } from './enrichment'

export const ALLOYS = ['steel', 'stainless', 'aluminium', 'nickel', 'hardfacing'] as const
/** What a data sheet lists besides the substances with a limit. */
const REST = ['iron', 'other'] as const
export const PARTS = [
  ...PARTICULATES.filter((part) => part !== 'fume' && part !== 'ironOxide'),
  ...REST,
] as const
export type Part = (typeof PARTS)[number]
const REST_NAME = { iron: 'Iron and its oxides', other: 'Everything else' } as const
export const partName = (part: Part): string =>
  part === 'iron' || part === 'other' ? REST_NAME[part] : SUBSTANCE_NAME[part]

/** A consumable as its data sheet describes it. Shares by mass; all of them together make 1. */
export interface Composition {
  name: string
  process: Process
  alloy: EmissionRow['alloy']
  /** g of fume per kg of consumable melted. */
  fume: number
  /** Shares of the fume (a fume analysis) or of the consumable before it is melted. */
  of: 'fume' | 'consumable'
  parts: Partial<Record<Part, number>>
  /** Where the figures stand, e.g. the data sheet's number. */
  reference: string
}

/** Rounding on a data sheet. */
const SUM_TOLERANCE = 0.005

/** Sum of all shares. Source: mass balance. */
export const sumOfParts = (parts: Composition['parts']): number =>
  Object.values(parts).reduce((sum, share) => sum + share, 0)

/** Why a composition cannot be used, by field; empty when it can. */
export function faultsOf(composition: Composition): { field: string; message: string }[] {
  const faults: { field: string; message: string }[] = []
  if (!(composition.fume > 0 && composition.fume <= 300))
    faults.push({ field: 'fume', message: 'Fume in g per kg melted, more than 0 and at most 300.' })
  for (const [part, share] of Object.entries(composition.parts))
    if (!(share >= 0 && share <= 1))
      faults.push({ field: `parts.${part}`, message: 'A share lies between 0 and 1.' })
  const sum = sumOfParts(composition.parts)
  if (Math.abs(sum - 1) > SUM_TOLERANCE)
    faults.push({
      field: 'parts',
      message: `The mass fractions add up to ${Number(sum.toFixed(4))}, not to 1. Put what is left under "other".`,
    })
  return faults
}

/**
 * Emission factors of the shop's own consumable. From a fume analysis they are figures; from the composition of the wire they are upper bounds.
 * @throws RangeError when a share or the sum of the shares is wrong
 * Source: the data sheet; enrichment derived from EPA AP-42 12.19.
 */
export function rowOfComposition(composition: Composition): EmissionRow {
  const [fault] = faultsOf(composition)
  if (fault) throw new RangeError(fault.message)
  const inFume = (part: Part): number | null => {
    const share = composition.parts[part]
    if (share === undefined) return null
    return composition.fume * (composition.of === 'fume' ? share : mostInFume(part, share))
  }
  const others: Partial<Record<Particulate, number>> = {}
  for (const part of PARTS) {
    const amount = inFume(part)
    if (
      amount !== null &&
      !['iron', 'other', 'chromium', 'chromiumVI', 'manganese', 'nickel'].includes(part)
    )
      others[part as Particulate] = amount
  }
  return {
    name: composition.name,
    process: composition.process,
    alloy: composition.alloy,
    fume: composition.fume,
    chromium: inFume('chromium'),
    chromiumVI: inFume('chromiumVI'),
    manganese: inFume('manganese'),
    nickel: inFume('nickel'),
    others,
    ...(composition.of === 'consumable' && {
      bounds: PARTICULATES.filter((part) => part !== 'fume'),
    }),
    own: published(`Entered by the shop: ${composition.reference}`),
  }
}
