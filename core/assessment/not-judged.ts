import { limitsOf, limitText, type Limit } from '../exposure/limits.table'
import { TAKEN_OVER } from '../exposure/measured'
import { LIMIT_KIND_NAME, LIMIT_SET_NAME, SUBSTANCE_NAME, type Substance } from '../exposure/terms'
import type { Finding, Reason } from '../finding/finding'
import { sentenceOf } from '../finding/together'

/** Why there is no answer, and what would give one. */
export interface Unknown {
  because: string
  remedy?: string
}

/** A limit that nothing answers. */
export const notJudged = (limit: Limit, why: Unknown): Finding =>
  unknown(limit.substance, why, { rule: limitText(limit), source: limit.source })

/** A limit that the results on file do not answer, for they were taken over another time. */
export const notMeasuredOver = (limit: Limit): Finding =>
  notJudged(limit, {
    because: `no result taken over ${TAKEN_OVER[limit.kind]} answers its ${LIMIT_KIND_NAME[limit.kind]}`,
    remedy: `Have it sampled over ${TAKEN_OVER[limit.kind]}, or work it out in the air check.`,
  })

/** A substance for which no adopted set has a limit; nothing, where no set on file has one. */
export function withoutLimit(substance: Substance): Finding[] {
  const known = limitsOf(substance)
  if (known.length === 0) return []
  const because = 'the limit sets that the site adopted have none for it'
  const remedy = "Adopt a further limit set in the shop's rules."
  const sets = known.map((entry) => LIMIT_SET_NAME[entry.set]).join(', ')
  const rule = { rule: `Limits on file: ${sets}`, source: known[0]!.source }
  return [unknown(substance, { because, remedy }, rule)]
}

function unknown(substance: Substance, { because, remedy }: Unknown, rule: Reason): Finding {
  const alike = { names: [SUBSTANCE_NAME[substance]], says: ` not judged, because ${because}.` }
  return {
    code: `air.${substance}`,
    step: 'air',
    level: 'unknown',
    sentence: sentenceOf(alike),
    alike,
    remedy,
    reasons: [rule],
  }
}
