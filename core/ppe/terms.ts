export const ZONES = [
  'head',
  'eyes',
  'face',
  'ears',
  'breath',
  'neck',
  'torso',
  'arms',
  'hands',
  'legs',
  'feet',
] as const
export type Zone = (typeof ZONES)[number]

export const SEASONS = ['mild', 'hot', 'cold'] as const
export type Season = (typeof SEASONS)[number]
export const SEASON_NAME: Record<Season, string> = { mild: 'Mild', hot: 'Hot', cold: 'Cold' }

/** What a shop asks for beyond the trade's own rules. */
export interface SiteRules {
  safetyToe: boolean
  hardHat: boolean
  season: Season
}

/** Who hands it out unless a kit list says otherwise. */
export const SUPPLIERS = ['shop', 'person'] as const
export type Supplier = (typeof SUPPLIERS)[number]
export const SUPPLIER_NAME: Record<Supplier, string> = { shop: 'Shop', person: 'Own' }

/** What people turn up in that does not go with the work. */
export const CONFLICT_IDS = [
  'synthetic',
  'cuffs',
  'lighter',
  'jewellery',
  'tinted',
  'thin-gloves',
  'coated-gloves',
  'beard',
  'oily',
  'laces',
  'wet',
] as const
export type ConflictId = (typeof CONFLICT_IDS)[number]
