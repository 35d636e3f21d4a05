import type { Level } from '../finding/finding'

/** Why a share of a limit has its level. */
type Why =
  'notKnown' | 'onlyBound' | 'over' | 'dangerous' | 'protected' | 'half' | 'actionLevel' | 'within'
export interface Grade {
  level: Level
  why: Why
}

/** How a concentration is known, and what is worn against it. */
interface Known {
  /** Only an upper bound of the concentration is known. */
  bound?: boolean
  /** The concentration is at or over the action level of its limit. */
  overActionLevel?: boolean
  /** Assigned protection factor of the respirator; 1 for none. */
  protection?: number
  /** The concentration is immediately dangerous: no filter covers it. */
  dangerous?: boolean
}

/** From this share of a limit on, it is sampled. Source: AIHA exposure bands, recalled. */
const SAMPLE_FROM = 0.5

/**
 * The level of a concentration over its limit; the one rule for estimates, measurements and mixtures.
 * @param share concentration over limit, both in the same unit
 * @returns `unknown` for a share that is not finite or negative, and for a bound over the limit
 * Source: 29 CFR 1910.1000 (over 1 exceeds), 1910.134 (d)(3) for the respirator, AIHA exposure bands.
 */
export function gradeShare(
  share: number,
  { bound = false, overActionLevel = false, protection = 1, dangerous = false }: Known = {},
): Grade {
  if (!Number.isFinite(share) || share < 0) return { level: 'unknown', why: 'notKnown' }
  if (dangerous && !bound) return { level: 'stop', why: 'dangerous' }
  if (share > 1) return gradeOver(share, bound, protection)
  if (share >= SAMPLE_FROM) return { level: 'caution', why: 'half' }
  if (overActionLevel) return { level: 'caution', why: 'actionLevel' }
  return { level: 'clear', why: 'within' }
}

function gradeOver(share: number, bound: boolean, protection: number): Grade {
  if (bound) return { level: 'unknown', why: 'onlyBound' }
  if (protection > 1 && share <= protection) return { level: 'caution', why: 'protected' }
  return { level: 'stop', why: 'over' }
}

/** A share of a limit as it stands in a sentence: "3.2 times" or "45 % of". */
export function shareText(share: number): string {
  if (share >= 10) return `${Math.round(share)} times`
  if (share > 1) return `${share.toFixed(1)} times`
  return `${Math.round(share * 100)} % of`
}
