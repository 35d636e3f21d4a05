import { ROUNDING } from '../finding/feet'
import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import { reachText } from './rules.table'

/** What a reckoning of the sparks of some work says. Lengths in m. */
export interface SparkReach {
  /** Nineteen of twenty hot drops come to lie no farther. */
  far: number
  /** Openings through which some fly. */
  openings: readonly string[]
  /** Floors below onto which some fall. */
  below: readonly string[]
  /** Of the arc above its floor. */
  height: number
}

/** Why there is no reckoning, and what to do about it. */
export interface NotReckoned {
  because: string
  remedy: string
}

/**
 * What the reckoned flight of sparks adds to the sweep. It never takes anything away: the codes ask for their distance whatever is reckoned.
 * @param reach that the rules ask for, m
 */
export function judgeSparks(sparks: SparkReach | NotReckoned, reach: number): Finding {
  const base = { code: 'fire.sparks', step: 'fire' as const }
  const rule = 'Flight of hot drops, reckoned; it only adds to the distance of the rules'
  if ('because' in sparks || !Number.isFinite(sparks.far))
    return {
      ...base,
      level: 'unknown',
      sentence: `How far sparks fly is not reckoned: ${'because' in sparks ? sparks.because : 'the figures are none'}.`,
      remedy: 'remedy' in sparks ? sparks.remedy : 'Save the fire check again.',
      reasons: [{ rule, source: COMMON_PRACTICE }],
    }
  const { far, height } = sparks
  const ways = [...sparks.openings, ...sparks.below]
  const reasons: Finding['reasons'] = [
    {
      rule,
      source: COMMON_PRACTICE,
      inputs: { height: { amount: height, unit: 'm' }, reach: { amount: reach, unit: 'm' } },
    },
  ]
  const found = { ...base, value: { amount: far, unit: 'm' as const }, reasons }
  if (far > reach + ROUNDING)
    return {
      ...found,
      level: 'caution',
      sentence: `Sparks may fly ${reachText(far)}: farther than the rules ask for.${through(ways)}`,
      remedy: `Sweep ${reachText(far)}, hang blankets, or post a second watch.`,
    }
  if (ways.length > 0)
    return {
      ...found,
      level: 'caution',
      sentence: `Sparks stay within the sweep on the level.${through(ways)}`,
      remedy: 'Close or cover it, and look at what lies behind and below.',
    }
  return {
    ...found,
    level: 'clear',
    sentence: `Sparks stay within the sweep: nineteen of twenty within ${reachText(far)}.`,
  }
}

const through = (ways: readonly string[]): string =>
  ways.length > 0 ? ` Some go by way of ${ways.join(', ')}.` : ''

/** How far one looks for what is in reach, m: as far as the rules ask, or farther where sparks fly farther. */
export const lookReach = (sparks: SparkReach | NotReckoned, reach: number): number =>
  'far' in sparks && Number.isFinite(sparks.far) ? Math.max(reach, sparks.far) : reach
