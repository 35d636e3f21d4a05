/** What a person must have before the first arc, in the order in which an instructor looks. */
export const NEEDS = [
  'clearance',
  'shade',
  'helmet',
  'head',
  'eyes',
  'ears',
  'neck',
  'torso',
  'hands',
  'legs',
  'feet',
  'breath',
  'machine',
  'cylinder',
  'extraction',
  'air',
] as const
export type Need = (typeof NEEDS)[number]
export const NEED_NAME: Record<Need, string> = {
  clearance: 'Cleared',
  shade: 'Shade',
  helmet: 'Helmet',
  head: 'Head',
  eyes: 'Eyes',
  ears: 'Ears',
  neck: 'Neck',
  torso: 'Body',
  hands: 'Hands',
  legs: 'Legs',
  feet: 'Feet',
  breath: 'Respirator',
  machine: 'Machine',
  cylinder: 'Cylinder',
  extraction: 'Extraction',
  air: 'Air',
}

export const PRESENCES = ['expected', 'present', 'late', 'absent'] as const
export type Presence = (typeof PRESENCES)[number]
