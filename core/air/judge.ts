import {
  bandOf,
  compareAll,
  governing,
  mixtures,
  type Band,
  type ByKind,
  type Compared,
  type Mixture,
} from '../exposure/compare'
import { exposureFinding } from '../exposure/exposure-finding'
import { gradeShare, shareText } from '../exposure/grade'
import { asSubstance, LIMIT_WORDS, limitWithNote, sourceOf } from '../exposure/limits.table'
import { ACTS_ON, ORGAN_NAME, ORGAN_SOURCE } from '../exposure/organ.table'
import {
  LIMIT_SET_NAME,
  SUBSTANCE_NAME,
  type LimitSet,
  type Particulate,
  type Substance,
} from '../exposure/terms'
import type { Finding, Level, Reason } from '../finding/finding'
import { COMMON_PRACTICE, published } from '../finding/source'
import { sentenceOf } from '../finding/together'
import { inSentence, listed } from '../finding/wording'
import { respiratorRow } from '../respirator/apf.table'
import type { RespiratorKind } from '../job/job'
import type { AirCase } from './case'
import { reckon, type Breathed, type Reckoned } from './reckon'
import { unreckonedFindings } from './unreckoned'
import type { Drawn, Quantiles, Simulated } from './simulate'
import { ZONES_SOURCE } from './zones'

/** One substance: planning values and, once drawn, how sure they are. mg/m3. */
interface SubstanceAnswer {
  substance: Particulate
  breathed: Breathed
  /** Against every limit set, at planning values. */
  compared: Compared[]
  /** What governs at planning values. */
  governs: Compared | null
  /** What decides: the upper estimate once drawn, else what governs. */
  decides: Compared | null
  drawn: { twa: Quantiles; stel: Quantiles; ceiling: Quantiles } | null
  /** Chance, 0 to 1, to exceed each limit, in the order of `compared`. */
  chances: number[] | null
  /** 95th percentile over the limit that decides. */
  upperShare: number | null
  band: Band | null
  /** Level of the air by itself, whatever is worn. */
  level: Level
}

export interface AirAnswer {
  substances: SubstanceAnswer[]
  mixtures: Mixture[]
  findings: Finding[]
  /** What decides: the highest share of an adopted limit. */
  decisive: SubstanceAnswer | null
}

const DRAWS = published(
  'Monte Carlo over the ranges shown; AIHA exposure bands, 95th percentile over the limit',
)

/**
 * Judge a case against the limits that the site adopted; others are shown beside.
 * With draws, the 95th percentile decides; without, the planning value. From half the limit on it asks for sampling. It never says "safe".
 * @throws RangeError for an impossible case; ask `faultsOfCase` first
 */
export function judgeAir(
  air: AirCase,
  adopted: readonly LimitSet[],
  simulated: Simulated | null,
  respirator: RespiratorKind,
  reckoned: Reckoned = reckon(air),
): AirAnswer {
  const drawnOf = (substance: Substance): Drawn | null =>
    simulated?.substances.find((entry) => entry.substance === substance) ?? null
  const substances = reckoned.breathed.map((breathed) =>
    answerOf(breathed, drawnOf(breathed.substance), adopted),
  )
  const sure = substances.filter(
    (answer) => answer.governs && !answer.breathed.because && !answer.breathed.bound,
  )
  const averages = sure.map((answer): [Substance, number] => [answer.substance, averageOf(answer)])
  const mixed = mixtures(new Map(averages), adopted)
  const unsure = substances.filter((answer) => !sure.includes(answer))
  const findings = [
    ...substances.map((answer) => findingOf(air, answer, reckoned, adopted, simulated, respirator)),
    ...mixed.map((mixture) => mixtureFinding(mixture, unsure)),
    ...unreckonedFindings(air),
  ]
  return { substances, mixtures: mixed, findings, decisive: decisiveOf(sure) }
}

function answerOf(
  breathed: Breathed,
  drawn: Drawn | null,
  adopted: readonly LimitSet[],
): SubstanceAnswer {
  const { substance, bound } = breathed
  const compared = compareAll(substance, breathed, adopted, bound)
  const governs = governing(compared)
  const upper = drawn ? governing(compareAll(substance, upperOf(drawn), adopted, bound)) : null
  const decides = drawn ? upper : governs
  return {
    substance,
    breathed,
    compared,
    governs,
    decides,
    drawn: drawn && { twa: drawn.twa, stel: drawn.stel, ceiling: drawn.ceiling },
    chances: drawn && compared.map(({ limit }) => drawn.over(limit.kind, asSubstance(limit))),
    upperShare: upper?.share ?? null,
    band: upper ? bandOf(upper.share) : null,
    level: breathed.because || !decides ? 'unknown' : decides.level,
  }
}

const upperOf = (drawn: Pick<Drawn, 'twa' | 'stel' | 'ceiling'>): ByKind => ({
  twa: drawn.twa.p95,
  stel: drawn.stel.p95,
  ceiling: drawn.ceiling.p95,
})

/** 8 h average that is judged: the upper estimate once drawn. */
const averageOf = ({ drawn, breathed }: SubstanceAnswer): number => drawn?.twa.p95 ?? breathed.twa

function decisiveOf(answers: readonly SubstanceAnswer[]): SubstanceAnswer | null {
  const share = ({ decides }: SubstanceAnswer): number => decides?.share ?? -1
  return answers.reduce<SubstanceAnswer | null>(
    (best, answer) => (best === null || share(answer) > share(best) ? answer : best),
    null,
  )
}

function findingOf(
  air: AirCase,
  answer: SubstanceAnswer,
  reckoned: Reckoned,
  adopted: readonly LimitSet[],
  simulated: Simulated | null,
  respirator: RespiratorKind,
): Finding {
  const { substance, breathed, decides, drawn } = answer
  const name = SUBSTANCE_NAME[substance]
  const base = { code: `air.${substance}`, step: 'air' as const }
  const reasons = reasonsOf(air, answer, reckoned, simulated)
  const alike = (says: string): Pick<Finding, 'alike' | 'sentence'> => {
    const same = { names: [name], says }
    return { alike: same, sentence: sentenceOf(same) }
  }
  if (breathed.because)
    return {
      ...base,
      level: 'unknown',
      ...alike(` not judged, because ${breathed.because}.`),
      remedy: 'Enter what is missing, or an air sampling result.',
      reasons,
    }
  const judged = drawn ? upperOf(drawn) : breathed
  if (!decides)
    return {
      ...base,
      level: 'unknown',
      value: { amount: judged.twa, unit: 'mg/m3' },
      ...alike(
        `: no limit on file in ${adopted.length ? 'the sets that the site adopted' : 'any adopted set'}; that is not the same as harmless.`,
      ),
      remedy: 'Adopt a further limit set, or ask an industrial hygienist.',
      reasons,
    }
  const worn = respiratorRow(respirator)
  return exposureFinding({
    limit: decides.limit,
    concentration: decides.value,
    worst: judged.ceiling,
    how: drawn ? 'Upper estimate' : 'Estimate',
    bound: breathed.bound,
    average: judged.twa,
    protection: worn.apf,
    ownAir: worn.ownAir ?? false,
    value: { amount: decides.value, unit: 'mg/m3' },
    caveat: 'An estimate, not a measurement.',
    reasons,
  })
}

function reasonsOf(
  air: AirCase,
  { breathed, compared, drawn, band, chances }: SubstanceAnswer,
  reckoned: Reckoned,
  simulated: Simulated | null,
): Reason[] {
  const emitted = reckoned.linear.emitted.find((entry) => entry.substance === breathed.substance)!
  const reasons: Reason[] = emitted.parts.flatMap((part, j) =>
    part !== null && 'rate' in part
      ? [
          {
            rule: `${air.sources[j]!.name}: ${part.basis}`,
            source: part.source,
            inputs: {
              ...part.inputs,
              perWelder: { amount: part.rate, unit: 'g/h' as const },
              welders: air.sources[j]!.welders,
              takenByHood: { amount: air.sources[j]!.capture.low, unit: 'share' as const },
            },
          },
        ]
      : [],
  )
  reasons.push({
    rule: air.near
      ? 'Near and far field over the shift, in closed form'
      : 'Well-mixed room over the shift, in closed form',
    source: ZONES_SOURCE,
    inputs: {
      volume: { amount: air.volume, unit: 'm3' },
      flow: { amount: air.flow, unit: 'm3/s' },
      mixing: air.mixing,
      average8h: { amount: breathed.twa, unit: 'mg/m3' },
      stel: { amount: breathed.stel, unit: 'mg/m3' },
      worstMoment: { amount: breathed.ceiling, unit: 'mg/m3' },
    },
  })
  if (drawn && simulated)
    reasons.push({
      rule: `${simulated.draws.toLocaleString('en-US')} draws, seed ${simulated.seed}${band ? `: ${band}` : ''}`,
      source: DRAWS,
      inputs: {
        p5: { amount: drawn.twa.p5, unit: 'mg/m3' },
        median: { amount: drawn.twa.p50, unit: 'mg/m3' },
        p95: { amount: drawn.twa.p95, unit: 'mg/m3' },
      },
    })
  compared.forEach((entry, i) =>
    reasons.push({
      rule: `${limitWithNote(entry.limit)}${entry.decides ? ' (adopted, strictest of its kind)' : ''}`,
      source: entry.limit.source,
      inputs: {
        share: { amount: entry.share, unit: 'share' },
        ...(chances && { chanceToExceed: { amount: chances[i]!, unit: 'share' as const } }),
      },
    }),
  )
  for (const entry of LIMIT_WORDS.filter((words) => words.substance === breathed.substance))
    reasons.push({
      rule: `${LIMIT_SET_NAME[entry.set]}: ${entry.words}`,
      source: sourceOf(entry.set),
    })
  if (!air.near)
    reasons.push({
      rule: 'The breathing zone in the plume holds far more than the room',
      source: COMMON_PRACTICE,
    })
  return reasons
}

/** The most that a substance can add to a mixture; null where nobody can say. */
const mostOf = ({ breathed, decides }: SubstanceAnswer): number | null =>
  breathed.because || !Number.isFinite(decides?.share) ? null : decides!.share

/**
 * What acts together, over what is allowed. Of what is not sure, an upper bound is added; over only by bounds, or without a figure for a part, it is unknown.
 * @param unsure substances of which there is no sure figure
 */
function mixtureFinding(mixture: Mixture, unsure: readonly SubstanceAnswer[]): Finding {
  const parts = unsure.filter(({ substance }) => ACTS_ON[mixture.organ].includes(substance))
  const missing = parts.filter((part) => mostOf(part) === null)
  const bounds = parts.reduce((sum, part) => sum + (mostOf(part) ?? 0), 0)
  const sure = gradeShare(mixture.index).level
  // What is over by sure parts alone needs no bound to be so.
  const bound = sure !== 'stop' && bounds > 0
  const share = bound ? mixture.index + bounds : mixture.index
  const graded = gradeShare(share, { bound }).level
  const level = graded !== 'stop' && missing.length > 0 ? 'unknown' : graded
  const names = missing.map(({ substance }) => inSentence(SUBSTANCE_NAME[substance]))
  const without = names.length ? `, without ${listed(names)}: no figure or no limit` : ''
  return {
    code: `air.mixture.${mixture.organ}`,
    step: 'air',
    level,
    value: { amount: share, unit: 'share' },
    sentence: `${ORGAN_NAME[mixture.organ]}: together ${bound ? 'at most ' : ''}${shareText(share)} what is allowed${without}.`,
    ...(level !== 'clear' && { remedy: 'Lower the largest part first; have it sampled.' }),
    reasons: [
      {
        rule: 'Shares of what acts on the same organ are added; over 1 exceeds',
        source: ORGAN_SOURCE,
        inputs: Object.fromEntries(
          mixture.parts.map((part) => [
            SUBSTANCE_NAME[part.substance],
            { amount: part.share, unit: 'share' as const },
          ]),
        ),
      },
    ],
  }
}
