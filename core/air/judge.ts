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
import { asSubstance, LIMIT_WORDS, limitText, sourceOf } from '../exposure/limits.table'
import { ORGAN_NAME, ORGAN_SOURCE } from '../exposure/organ.table'
import {
  LIMIT_SET_NAME,
  SUBSTANCE_NAME,
  type LimitSet,
  type Particulate,
  type Substance,
} from '../exposure/terms'
import type { Finding, Reason } from '../finding/finding'
import { COMMON_PRACTICE, published } from '../finding/source'
import { respiratorRow } from '../respirator/apf.table'
import type { RespiratorKind } from '../job/job'
import type { AirCase } from './case'
import { reckon, type Breathed, type Reckoned } from './reckon'
import type { Quantiles, Simulated } from './simulate'
import { ZONES_SOURCE } from './zones'

/** One substance: planning values and, once drawn, how sure they are. mg/m3. */
interface SubstanceAnswer {
  substance: Particulate
  breathed: Breathed
  /** Against every limit set, at planning values. */
  compared: Compared[]
  governs: Compared | null
  drawn: { twa: Quantiles; highest15: Quantiles; ceiling: Quantiles } | null
  /** Chance, 0 to 1, to exceed each limit, in the order of `compared`. */
  chances: number[] | null
  /** 95th percentile over the governing limit. */
  upperShare: number | null
  band: Band | null
}

export interface AirAnswer {
  substances: SubstanceAnswer[]
  mixtures: Mixture[]
  findings: Finding[]
  /** What decides: the highest share of an adopted limit. */ decisive: SubstanceAnswer | null
}

const byKind = (breathed: { twa: number; highest15: number; ceiling: number }): ByKind => ({
  twa: breathed.twa,
  stel: breathed.highest15,
  ceiling: breathed.ceiling,
})
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
  const substances = reckoned.breathed.map((breathed): SubstanceAnswer => {
    const compared = compareAll(breathed.substance, byKind(breathed), adopted)
    const drawn =
      simulated?.substances.find((entry) => entry.substance === breathed.substance) ?? null
    const upper = drawn
      ? governing(
          compareAll(
            breathed.substance,
            byKind({
              twa: drawn.twa.p95,
              highest15: drawn.highest15.p95,
              ceiling: drawn.ceiling.p95,
            }),
            adopted,
          ),
        )
      : null
    return {
      substance: breathed.substance,
      breathed,
      compared,
      governs: governing(compared),
      drawn: drawn && { twa: drawn.twa, highest15: drawn.highest15, ceiling: drawn.ceiling },
      chances: drawn && compared.map(({ limit }) => drawn.over(limit.kind, asSubstance(limit))),
      upperShare: upper?.share ?? null,
      band: upper ? bandOf(upper.share) : null,
    }
  })
  const share = (answer: SubstanceAnswer): number =>
    answer.upperShare ?? answer.governs?.share ?? -1
  const sure = substances.filter(
    (answer) => answer.governs && !answer.breathed.because && !answer.breathed.bound,
  )
  const decisive = sure.reduce<SubstanceAnswer | null>(
    (best, answer) => (best === null || share(answer) > share(best) ? answer : best),
    null,
  )
  const mixed = mixtures(
    new Map<Substance, number>(
      sure.map((answer) => [answer.substance, answer.drawn?.twa.p95 ?? answer.breathed.twa]),
    ),
    adopted,
  )
  const findings = [
    ...substances.map((answer) => findingOf(air, answer, reckoned, adopted, simulated, respirator)),
    ...mixed.map(mixtureFinding),
  ]
  return { substances, mixtures: mixed, findings, decisive }
}

function findingOf(
  air: AirCase,
  answer: SubstanceAnswer,
  reckoned: Reckoned,
  adopted: readonly LimitSet[],
  simulated: Simulated | null,
  respirator: RespiratorKind,
): Finding {
  const { substance, breathed, governs } = answer
  const name = SUBSTANCE_NAME[substance]
  const base = { code: `air.${substance}`, step: 'air' as const }
  const reasons = reasonsOf(air, answer, reckoned, simulated)
  if (breathed.because)
    return {
      ...base,
      level: 'unknown',
      sentence: `${name} not judged, because ${breathed.because}.`,
      remedy: 'Enter what is missing, or an air sampling result.',
      reasons,
    }
  const value = { amount: answer.drawn?.twa.p95 ?? breathed.twa, unit: 'mg/m3' as const }
  if (!governs)
    return {
      ...base,
      level: 'unknown',
      value,
      sentence: `${name}: no limit on file in ${adopted.length ? 'the sets that the site adopted' : 'any adopted set'}; that is not the same as harmless.`,
      remedy: 'Adopt a further limit set, or ask an industrial hygienist.',
      reasons,
    }
  const upper = answer.upperShare ?? governs.share
  const times = upper > 1 ? `${trim(upper)} times` : `${Math.round(upper * 100)} % of`
  const against = `the ${governs.limit.kind === 'twa' ? '8 h limit' : governs.limit.kind === 'stel' ? '15 min limit' : 'ceiling'} for ${name.toLowerCase()}`
  const how = breathed.bound ? 'At most' : answer.drawn ? 'Upper estimate' : 'Estimate'
  if (upper > 1) {
    if (breathed.bound)
      return {
        ...base,
        level: 'unknown',
        value,
        sentence: `${name} not judged: only an upper bound is known, ${times} ${against}.`,
        remedy: "Have it sampled, or enter the maker's fume analysis.",
        reasons,
      }
    const worn = respiratorRow(respirator)
    if (worn.apf > 1 && upper <= worn.apf)
      return {
        ...base,
        level: 'caution',
        value,
        sentence: `${how} ${times} ${against}; the respirator (factor ${worn.apf}) covers it. Better exhaust, less arc time, another wire come first.`,
        remedy: 'Medical clearance, fit test, no beard at the seal. Have it sampled.',
        reasons,
      }
    return {
      ...base,
      level: 'stop',
      value,
      sentence: `${how} ${times} ${against}${worn.apf > 1 ? `, over what a factor of ${worn.apf} covers` : ''}.`,
      remedy:
        'See the ladder of controls: exhaust at the arc, flow, arc time, another wire; a respirator last. Have it sampled.',
      reasons,
    }
  }
  const action =
    governs.limit.actionLevel !== undefined &&
    (answer.drawn?.twa.p95 ?? breathed.twa) >= governs.limit.actionLevel
  if (upper >= 0.5 || action)
    return {
      ...base,
      level: 'caution',
      value,
      sentence: `${how} ${times} ${against}${action ? ', over the action level' : ''}: have it sampled by an industrial hygienist.`,
      reasons,
    }
  return {
    ...base,
    level: 'clear',
    value,
    sentence: `${how} ${times} ${against}. An estimate, not a measurement.`,
    reasons,
  }
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
      highest15min: { amount: breathed.highest15, unit: 'mg/m3' },
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
      rule: `${limitText(entry.limit)}${entry.decides ? ' (adopted, strictest of its kind)' : ''}${entry.limit.note ? `. ${entry.limit.note}` : ''}`,
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

function mixtureFinding(mixture: Mixture): Finding {
  const level = mixture.index > 1 ? 'stop' : mixture.index >= 0.5 ? 'caution' : 'clear'
  return {
    code: `air.mixture.${mixture.organ}`,
    step: 'air',
    level,
    value: { amount: mixture.index, unit: 'share' },
    sentence: `${ORGAN_NAME[mixture.organ]}: together ${mixture.index > 1 ? `${trim(mixture.index)} times` : `${Math.round(mixture.index * 100)} % of`} what is allowed.`,
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

const trim = (x: number): string => (x >= 10 ? String(Math.round(x)) : x.toFixed(1))
