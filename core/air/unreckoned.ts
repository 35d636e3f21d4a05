import { SUBSTANCE_NAME, type Gas } from '../exposure/terms'
import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import { sentenceOf } from '../finding/together'
import { inSentence } from '../finding/wording'
import { gasesOf } from '../fume/arc-gas'
import { COATING_NAME } from '../job/job'
import type { AirCase, FumeSource } from './case'

/** What a model of fume cannot reckon, said aloud so that silence is not read as clear. */
export const unreckonedFindings = (air: AirCase): Finding[] => [
  ...air.sources.filter(isOfUnknownCoating).slice(0, 1).map(coatingFinding),
  ...gasFindings(air.sources),
]

/** Codes of what the model leaves open; on a job they are judged with what else is known of it. */
const COATING_OPEN = 'air.coatingFume'
const GASES_OPEN = 'air.gases'

export const isUnreckoned = ({ code }: Finding): boolean =>
  code === COATING_OPEN || code === GASES_OPEN

const isOfUnknownCoating = ({ coating }: FumeSource): boolean =>
  coating === 'unknown' || coating === 'paint'

const coatingFinding = ({ name, coating }: FumeSource): Finding => ({
  code: COATING_OPEN,
  step: 'air',
  level: 'unknown',
  sentence: `${name}: what the coating gives off is not judged, no figure here holds it.`,
  remedy: 'Strip it well beyond the weld, find its data sheet, or have the air sampled.',
  reasons: [
    {
      rule: 'Paint, primer, oil or an unknown coating may hold lead, cadmium or chromium VI',
      source: COMMON_PRACTICE,
      inputs: { coating: inSentence(COATING_NAME[coating]) },
    },
  ],
})

function gasFindings(sources: readonly FumeSource[]): Finding[] {
  const gases = gasesOf(
    sources.filter((source) => source.kind === 'weld').map((source) => source.process),
  )
  if (gases.length === 0) return []
  return [gasesNotJudged(gases, 'unknown')]
}

/** Gases that no figure covers. @param gases at least one */
export const gasesNotJudged = (gases: readonly Gas[], level: Finding['level']): Finding => ({
  code: GASES_OPEN,
  step: 'air',
  level,
  sentence: sentenceOf({
    names: gases.map((gas) => SUBSTANCE_NAME[gas]),
    says: ': not judged, measure.',
  }),
  remedy: 'Read them at the breathing zone with a gas meter, first in a tight or closed space.',
  reasons: [
    {
      rule: 'No table on file says how much of a gas an arc or flame makes',
      source: COMMON_PRACTICE,
    },
  ],
})
