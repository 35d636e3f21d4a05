import { published } from '../finding/source'
import type { Substance } from './terms'

export const ORGANS = ['lung', 'irritation', 'nerves', 'blood'] as const
export type Organ = (typeof ORGANS)[number]
export const ORGAN_NAME: Record<Organ, string> = {
  lung: 'Lung, cancer and scarring',
  irritation: 'Airways, irritation and fume fever',
  nerves: 'Nervous system',
  blood: 'Blood and oxygen supply',
}

export const ORGAN_SOURCE = published(
  'Target organs as listed in the NIOSH Pocket Guide and the ACGIH basis of limits; additive effect by 29 CFR 1910.1000(d)(2)',
)

/** What acts on the same organ is added up. Total fume is left out: it holds all the rest. */
export const ACTS_ON: Record<Organ, readonly Substance[]> = {
  lung: ['ironOxide', 'chromiumVI', 'nickel', 'cadmium', 'beryllium', 'cobalt', 'aluminium'],
  irritation: [
    'zincOxide',
    'copper',
    'magnesiumOxide',
    'fluorides',
    'chromium',
    'vanadium',
    'ozone',
    'nitrogenDioxide',
    'phosgene',
  ],
  nerves: ['manganese', 'lead'],
  blood: ['carbonMonoxide', 'nitricOxide', 'lead'],
}
