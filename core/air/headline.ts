import { gradeShare } from '../exposure/grade'
import type { Limit } from '../exposure/limits.table'
import { SUBSTANCE_NAME, type Particulate } from '../exposure/terms'
import type { Level } from '../finding/finding'
import { inSentence } from '../finding/wording'
import type { AirAnswer } from './judge'

/** The one figure that stands for an air check. */
export interface Headline {
  substance: Particulate
  limit: Limit
  /** Concentration over limit. */
  share: number
  level: Level
  /** The share is an upper estimate, from draws. */
  drawn: boolean
}

/** Substances without an answer; while there is one the figure of another is no all-clear. */
export const openSubstances = ({ substances }: AirAnswer): Particulate[] =>
  substances.flatMap(({ substance, level }) => (level === 'unknown' ? [substance] : []))

/** What decides, with the level of the whole: unknown while a substance is open, unless it is over. @returns null when nothing decides */
export function headlineOf(answer: AirAnswer): Headline | null {
  const { decisive } = answer
  if (!decisive?.decides) return null
  const { limit, share } = decisive.decides
  const { level } = gradeShare(share)
  return {
    substance: decisive.substance,
    limit,
    share,
    level: level !== 'stop' && openSubstances(answer).length > 0 ? 'unknown' : level,
    drawn: decisive.drawn !== null,
  }
}

/** Why nothing decides, substance by substance; controls cannot be compared then. */
export const whyUndecided = ({ substances }: AirAnswer): string =>
  substances
    .map(({ substance, breathed, governs }) => {
      const name = inSentence(SUBSTANCE_NAME[substance])
      if (breathed.because) return `${name}: ${breathed.because}`
      return governs
        ? `${name}: only an upper bound is known`
        : `${name}: no limit in the sets adopted`
    })
    .join('; ')
