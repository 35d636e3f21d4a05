import type { Level, Reason } from '../finding/finding'
import { inSentence } from '../finding/wording'
import { IDLH, IDLH_SOURCE, isDangerous } from './idlh.table'
import { asSubstance, hasLimit, limitsOf, limitText, strictest, type Limit } from './limits.table'
import {
  SUBSTANCE_NAME,
  unitOf,
  unitText,
  type LimitKind,
  type LimitSet,
  type Substance,
} from './terms'

/** What one momentary reading says: its level, what it is over or held against, in words, and the rule. */
export interface SpotAnswer {
  level: Level
  says: string
  reasons: Reason[]
}

const ruleOf = (limit: Limit): Reason => ({ rule: limitText(limit), source: limit.source })

/** The strictest adopted limit of the kinds given that a momentary value is over; null when it is over none. */
export function exceeded(
  substance: Substance,
  value: number,
  adopted: readonly LimitSet[],
  kinds: readonly LimitKind[],
): Limit | null {
  const limits = kinds.map((kind) => strictest(substance, kind, adopted))
  return limits.find((limit) => limit !== null && value > asSubstance(limit)) ?? null
}

/** The strictest limit on file, whichever set and kind. @returns null when no set has one */
const strictestKnown = (substance: Substance): Limit | null =>
  limitsOf(substance).reduce<Limit | null>(
    (best, limit) => (best && asSubstance(best) <= asSubstance(limit) ? best : limit),
    null,
  )

/**
 * A momentary reading against every limit of the adopted sets, and against what is immediately dangerous.
 * Over a ceiling, a 15 min limit or IDLH: stop. Over an 8 h limit only: caution, for a moment is no shift.
 * Without an adopted limit it is held against the strictest that is known: over it a stop, within it unknown, never clear.
 * @param reading in the unit of the substance; not finite or negative is unknown
 * Source: 29 CFR 1910.1000 (ceilings), 1910.134 (b) (IDLH); a limit that is not adopted: common practice.
 */
export function judgeSpot(
  substance: Substance,
  reading: number,
  adopted: readonly LimitSet[],
): SpotAnswer {
  const name = SUBSTANCE_NAME[substance]
  const shown = `${name} ${reading} ${unitText(unitOf(substance))}`
  if (!Number.isFinite(reading) || reading < 0)
    return { level: 'unknown', says: `${name} was not read.`, reasons: [] }
  if (isDangerous(substance, reading))
    return {
      level: 'stop',
      says: `${shown}: immediately dangerous from ${IDLH[substance]} on.`,
      reasons: [{ rule: 'Immediately dangerous to life or health', source: IDLH_SOURCE }],
    }
  const atOnce = exceeded(substance, reading, adopted, ['ceiling', 'stel'])
  if (atOnce)
    return {
      level: 'stop',
      says: `${shown}: over ${limitText(atOnce)}.`,
      reasons: [ruleOf(atOnce)],
    }
  const overShift = exceeded(substance, reading, adopted, ['twa'])
  if (overShift)
    return {
      level: 'caution',
      says: `${shown}: over ${limitText(overShift)}.`,
      reasons: [ruleOf(overShift)],
    }
  if (hasLimit(substance, adopted))
    return { level: 'clear', says: `${shown}: within the limits.`, reasons: [] }
  return withoutAdopted(substance, reading, shown)
}

function withoutAdopted(substance: Substance, reading: number, shown: string): SpotAnswer {
  const known = strictestKnown(substance)
  if (!known)
    return {
      level: 'unknown',
      says: `${shown}: no limit is on file for ${inSentence(SUBSTANCE_NAME[substance])}.`,
      reasons: [],
    }
  const over = reading > asSubstance(known)
  return {
    level: over ? 'stop' : 'unknown',
    says: `${shown}: no adopted limit; ${over ? 'over' : 'within'} the strictest known, ${limitText(known)}.`,
    reasons: [ruleOf(known)],
  }
}
