import { asSubstance, limitsOf, strictest, type Limit } from './limits.table'
import type { Level } from '../finding/finding'
import { gradeShare } from './grade'
import { ACTS_ON, ORGANS, type Organ } from './organ.table'
import { LIMIT_KINDS, type LimitKind, type LimitSet, type Substance } from './terms'

/** One concentration against one limit. */
export interface Compared {
  limit: Limit
  value: number
  /** Concentration over limit. */
  share: number
  /** The strictest of its kind that the site adopted. */
  decides: boolean
  /** Level of the air by itself, whatever is worn. */
  level: Level
}

/** Concentrations of one substance for each kind of limit, in its unit (mg/m3 or ppm). */
export type ByKind = Record<LimitKind, number>

/**
 * Against every limit on file, those of other sets too, strictest share first. Empty when no set has one.
 * @param bound the concentrations are upper bounds
 */
export function compareAll(
  substance: Substance,
  values: ByKind,
  adopted: readonly LimitSet[],
  bound = false,
): Compared[] {
  const deciding = LIMIT_KINDS.map((kind) => strictest(substance, kind, adopted))
  return limitsOf(substance)
    .map((limit): Compared => {
      const value = values[limit.kind]
      const share = value / asSubstance(limit)
      const { level } = gradeShare(share, { bound })
      return { limit, value, share, decides: deciding.includes(limit), level }
    })
    .sort((a, b) => b.share - a.share)
}

/** The comparison that governs: the highest share among the limits adopted. @returns null when no adopted set has a limit */
export const governing = (compared: readonly Compared[]): Compared | null =>
  compared.find((entry) => entry.decides) ?? null

export interface Mixture {
  organ: Organ
  index: number
  parts: { substance: Substance; share: number }[]
}

/**
 * Mixture index by shared target organ, from 8 h averages against the strictest adopted limit; over 1 exceeds. Organs with fewer than two parts are left out.
 * Source: OSHA 29 CFR 1910.1000(d)(2), Em = sum(Ci / Li).
 */
export function mixtures(
  averages: ReadonlyMap<Substance, number>,
  adopted: readonly LimitSet[],
): Mixture[] {
  return ORGANS.flatMap((organ) => {
    const parts = ACTS_ON[organ].flatMap((substance) => {
      const value = averages.get(substance)
      const limit = strictest(substance, 'twa', adopted)
      return value === undefined || value === 0 || !limit
        ? []
        : [{ substance, share: value / asSubstance(limit) }]
    })
    return parts.length < 2
      ? []
      : [
          {
            organ,
            index: parts.reduce((sum, part) => sum + part.share, 0),
            parts: parts.sort((a, b) => b.share - a.share),
          },
        ]
  })
}

const BANDS = [
  { upTo: 0.01, name: 'trivial' },
  { upTo: 0.1, name: 'highly controlled' },
  { upTo: 0.5, name: 'well controlled' },
  { upTo: 1, name: 'controlled' },
  { upTo: Infinity, name: 'poorly controlled' },
] as const
export type Band = (typeof BANDS)[number]['name']

/** Screening band of a 95th percentile over its limit. Source: AIHA practice, recalled; a value on a boundary takes the worse band, save at the limit itself. */
export const bandOf = (share: number): Band =>
  BANDS.find((band) => (band.upTo === 1 ? share <= 1 : share < band.upTo))!.name
