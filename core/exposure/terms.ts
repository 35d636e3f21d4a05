/** Particulates first (mg/m3 as the substance named), then gases (ppm). */
export const PARTICULATES = [
  'fume',
  'ironOxide',
  'manganese',
  'chromiumVI',
  'chromium',
  'nickel',
  'zincOxide',
  'copper',
  'aluminium',
  'magnesiumOxide',
  'fluorides',
  'lead',
  'cadmium',
  'beryllium',
  'cobalt',
  'vanadium',
] as const
export const GASES = [
  'ozone',
  'nitrogenDioxide',
  'nitricOxide',
  'carbonMonoxide',
  'carbonDioxide',
  'phosgene',
] as const
export const SUBSTANCES = [...PARTICULATES, ...GASES] as const
export type Particulate = (typeof PARTICULATES)[number]
export type Gas = (typeof GASES)[number]
export type Substance = (typeof SUBSTANCES)[number]
export type AirUnit = 'mg/m3' | 'ppm'

export const SUBSTANCE_NAME: Record<Substance, string> = {
  fume: 'Total fume',
  ironOxide: 'Iron oxide',
  manganese: 'Manganese',
  chromiumVI: 'Chromium VI',
  chromium: 'Chromium, metal and III',
  nickel: 'Nickel',
  zincOxide: 'Zinc oxide',
  copper: 'Copper fume',
  aluminium: 'Aluminium',
  magnesiumOxide: 'Magnesium oxide',
  fluorides: 'Fluorides, as F',
  lead: 'Lead',
  cadmium: 'Cadmium',
  beryllium: 'Beryllium',
  cobalt: 'Cobalt',
  vanadium: 'Vanadium pentoxide',
  ozone: 'Ozone',
  nitrogenDioxide: 'Nitrogen dioxide',
  nitricOxide: 'Nitric oxide',
  carbonMonoxide: 'Carbon monoxide',
  carbonDioxide: 'Carbon dioxide',
  phosgene: 'Phosgene',
}

export const isGas = (substance: Substance): substance is Gas =>
  (GASES as readonly string[]).includes(substance)
/** The unit as it is written. */
export const unitText = (unit: AirUnit): string => (unit === 'ppm' ? 'ppm' : 'mg/m³')
export const unitOf = (substance: Substance): AirUnit => (isGas(substance) ? 'ppm' : 'mg/m3')

export const LIMIT_SETS = ['osha', 'niosh', 'acgih', 'uk', 'eu'] as const
export type LimitSet = (typeof LIMIT_SETS)[number]
/** What a site holds itself to unless it chose otherwise. */
export const DEFAULT_ADOPTED: readonly LimitSet[] = ['osha']
export const LIMIT_SET_NAME: Record<LimitSet, string> = {
  osha: 'OSHA PEL',
  niosh: 'NIOSH REL',
  acgih: 'ACGIH TLV (guideline)',
  uk: 'UK WEL',
  eu: 'EU binding',
}

export const LIMIT_KINDS = ['twa', 'stel', 'ceiling'] as const
/** `twa`: mean over 8 h. `stel`: the highest 15 minutes. `ceiling`: the worst task, never averaged. */
export type LimitKind = (typeof LIMIT_KINDS)[number]
export const LIMIT_KIND_NAME: Record<LimitKind, string> = {
  twa: '8 h limit',
  stel: '15 min limit',
  ceiling: 'ceiling',
}
