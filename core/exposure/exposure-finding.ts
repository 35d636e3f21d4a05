import type { Finding, Quantity, Reason } from '../finding/finding'
import { published } from '../finding/source'
import { inSentence } from '../finding/wording'
import { gradeShare, shareText, type Grade } from './grade'
import { IDLH_SOURCE, isDangerous } from './idlh.table'
import { asSubstance, type Limit } from './limits.table'
import { LIMIT_KIND_NAME, SUBSTANCE_NAME } from './terms'

/** One concentration against the limit that governs it. */
interface Exposure {
  limit: Limit
  /** Concentration, in the unit of the limit. */
  concentration: number
  /** How it came about: an estimate, its upper end, or a measurement. */
  how: 'Estimate' | 'Upper estimate' | 'Measured'
  bound?: boolean
  /** 8 h average, for the action level. */
  average: number
  protection: number
  /** What is worn brings air of its own, from a bottle: it may enter what is immediately dangerous. */
  ownAir: boolean
  /** The worst moment, in the unit of the limit; what is judged, where nothing worse is known. */
  worst?: number
  value: Quantity
  /** Over the limit it is law: measured, not estimated. */
  legal?: boolean
  /** What an answer within the limit still is not. */
  caveat: string
  reasons: Reason[]
}

const SAMPLING = published('AIHA exposure bands: at or over half the limit, sample')
const LADDER =
  'Bring the exhaust to the arc, raise the flow, cut arc time, change the wire; a respirator last. Have it sampled.'

/** Judge one concentration against its governing limit, in the words that every air page uses. */
export function exposureFinding(exposure: Exposure): Finding {
  const { limit, concentration, average, bound, protection, ownAir, worst } = exposure
  const share = concentration / asSubstance(limit)
  const overActionLevel = limit.actionLevel !== undefined && average >= limit.actionLevel
  const dangerous = !ownAir && isDangerous(limit.substance, Math.max(concentration, worst ?? 0))
  const grade = gradeShare(share, { bound, overActionLevel, protection, dangerous })
  return {
    code: `air.${limit.substance}`,
    step: 'air',
    level: grade.level,
    value: exposure.value,
    reasons: exposure.reasons,
    ...wording(exposure, grade, share),
  }
}

function wording(
  { limit, how, bound, protection, legal, caveat, reasons }: Exposure,
  grade: Grade,
  share: number,
): Pick<Finding, 'sentence'> & Partial<Finding> {
  const name = SUBSTANCE_NAME[limit.substance]
  const against = `${shareText(share)} the ${LIMIT_KIND_NAME[limit.kind]} for ${inSentence(name)}`
  const said = `${bound ? 'At most' : how} ${against}`
  switch (grade.why) {
    case 'notKnown':
      return {
        sentence: `${name} not judged, because the concentration is not known.`,
        remedy: 'Enter what is missing, or an air sampling result.',
      }
    case 'onlyBound':
      return {
        sentence: `${name} not judged: only an upper bound is known, ${against}.`,
        remedy: "Have it sampled, or enter the maker's fume analysis.",
      }
    case 'protected':
      return {
        sentence: `${said}; the respirator (factor ${protection}) covers it. Better exhaust, less arc time, another wire come first.`,
        remedy: 'Medical clearance, fit test, no beard at the seal. Have it sampled.',
      }
    case 'dangerous':
      return {
        sentence: `${said}: immediately dangerous to life or health, and no filter covers that.`,
        remedy: 'Everyone out. Only self-contained air, or an airline with an escape bottle.',
        reasons: [
          ...reasons,
          { rule: 'Maximum use: the lesser of factor x limit and IDLH', source: IDLH_SOURCE },
        ],
      }
    case 'over': {
      const worn = protection > 1 ? `, over what a factor of ${protection} covers` : ''
      return { sentence: `${said}${worn}.`, remedy: LADDER, ...(legal && { legal }) }
    }
    case 'half':
    case 'actionLevel': {
      const action = grade.why === 'actionLevel' ? ', over the action level' : ''
      return {
        sentence: `${said}${action}: have it sampled by an industrial hygienist.`,
        reasons: [
          ...reasons,
          { rule: 'From half the limit, or the action level, take samples', source: SAMPLING },
        ],
      }
    }
    case 'within':
      return { sentence: `${said}. ${caveat}` }
  }
}
