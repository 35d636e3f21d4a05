import { published, type Source } from '../finding/source'

export const SUBSTANCES = ['fume', 'manganese', 'chromiumVI', 'nickel', 'zincOxide', 'lead', 'cadmium'] as const
export type Substance = typeof SUBSTANCES[number]

export const SUBSTANCE_NAME: Record<Substance, string> = {
  fume: 'Total fume', manganese: 'Manganese', chromiumVI: 'Chromium VI', nickel: 'Nickel',
  zincOxide: 'Zinc oxide', lead: 'Lead', cadmium: 'Cadmium',
}

export interface Limit {
  substance: Substance
  /** mg/m3 as the substance named. */
  limit: number
  /** `twa`: mean over 8 h. `ceiling`: the worst task, never averaged. */
  kind: 'twa' | 'ceiling'
  actionLevel?: number
  note?: string
  source: Source
}

/** Limits that bind in the United States. Welding fume as such has none; the respirable dust limit stands in, since fume is all respirable. */
export const OSHA_LIMITS: readonly Limit[] = [
  { substance: 'fume', limit: 5, kind: 'twa', note: 'No limit for welding fume as such; respirable particulates not otherwise regulated.', source: published('OSHA 29 CFR 1910.1000 table Z-1, PNOR respirable') },
  { substance: 'manganese', limit: 5, kind: 'ceiling', source: published('OSHA 29 CFR 1910.1000 table Z-1, manganese fume, ceiling') },
  { substance: 'chromiumVI', limit: 0.005, kind: 'twa', actionLevel: 0.0025, source: published('OSHA 29 CFR 1910.1026(c)') },
  { substance: 'nickel', limit: 1, kind: 'twa', source: published('OSHA 29 CFR 1910.1000 table Z-1, nickel') },
  { substance: 'zincOxide', limit: 5, kind: 'twa', source: published('OSHA 29 CFR 1910.1000 table Z-1, zinc oxide fume') },
  { substance: 'lead', limit: 0.05, kind: 'twa', actionLevel: 0.03, source: published('OSHA 29 CFR 1910.1025(c)') },
  { substance: 'cadmium', limit: 0.005, kind: 'twa', actionLevel: 0.0025, source: published('OSHA 29 CFR 1910.1027(c)') },
]
