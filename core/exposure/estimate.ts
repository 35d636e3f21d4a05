import { COATING_SUBSTANCE } from '../air/emit'
import { byWorst, type Finding, type Reason } from '../finding/finding'
import { COMMON_PRACTICE, published } from '../finding/source'
import type { JobSpec } from '../job/job'
import { chromiumBearing, emissionRate, type Emission } from '../fume/emission'
import { APF_SOURCE, respiratorRow } from '../respirator/apf.table'
import { hoodState } from '../ventilation/prescriptive'
import { CAPTURE } from '../ventilation/ventilation.table'
import { timeWeightedAverage } from './average'
import { asSubstance, limitsOf, limitText, strictest, type Limit } from './limits.table'
import {
  LIMIT_SET_NAME,
  PARTICULATES,
  SUBSTANCE_NAME,
  type LimitSet,
  type Particulate,
} from './terms'

const MODEL = published('Well-mixed steady state, C = K G / Q (industrial ventilation handbooks)')
const BANDS = published('AIHA exposure bands: at or over half the limit, sample')

/**
 * Steady concentration in a well-mixed room, mg/m3.
 * @param generation g/h, @param flow m3/s, @param mixing K from 1 (perfect) to 10
 * @throws RangeError when the flow is not positive or K lies outside 1 to 10
 * Source: C = K G / Q.
 */
export function steadyConcentration(generation: number, flow: number, mixing: number): number {
  if (!(flow > 0)) throw new RangeError('The flow must be more than zero.')
  if (!(mixing >= 1 && mixing <= 10)) throw new RangeError('The mixing factor runs from 1 to 10.')
  return (((generation * 1000) / 3600) * mixing) / flow
}

const SHIFT_MINUTES = 480
/** What a quick look judges; the full check on a job's air page takes the rest. */
const QUICK: readonly Particulate[] = PARTICULATES.filter(
  (substance) => substance !== 'ironOxide' && substance !== 'aluminium' && substance !== 'chromium',
)
export const DEFAULT_ADOPTED: readonly LimitSet[] = ['osha']

/**
 * Estimate of each substance in the room against the strictest limits that the site adopted, one Finding a substance.
 * Measured results, where given, go before the estimate. No factor, no flow, or a bound too loose to decide: `unknown`.
 * TWA counts the arc minutes of the shift over 8 h; 15 min limits and ceilings are met by the worst task, never averaged.
 */
export function estimateExposure(
  job: JobSpec,
  adopted: readonly LimitSet[] = DEFAULT_ADOPTED,
): Finding[] {
  const fromCoating = COATING_SUBSTANCE[job.coating]
  return QUICK.flatMap((substance): Finding[] => {
    const measured = job.measured?.[substance]
    const coated = fromCoating === substance
    const emission = coated ? null : emissionRate(job, substance)
    if (measured === undefined && !coated && emission === null) return []
    const limits = (['twa', 'stel', 'ceiling'] as const).flatMap(
      (kind) => strictest(substance, kind, adopted) ?? [],
    )
    if (limits.length === 0)
      return limitsOf(substance).length === 0
        ? []
        : [
            unknown(
              substance,
              null,
              'the limit sets that the site adopted have none for it',
              "Adopt a further limit set in the shop's rules.",
            ),
          ]
    const judged = limits.map((limit): Finding => {
      if (measured !== undefined) return measuredFinding(job, limit, measured)
      if (coated)
        return unknown(
          substance,
          limit,
          `${SUBSTANCE_NAME[substance]} from the coating is not in the consumable table`,
          'Work it out in the air check, remove the coating, or enter an air sampling result.',
        )
      if ('because' in emission!)
        return unknown(
          substance,
          limit,
          emission.because,
          'Choose a listed consumable, enter the filler melted per hour, or enter an air sampling result.',
        )
      return estimated(job, limit, emission!)
    })
    // One line a substance: the limit that comes out worst.
    return byWorst(judged).slice(0, 1)
  })
}

function unknown(
  substance: Particulate,
  limit: Limit | null,
  because: string,
  remedy: string,
): Finding {
  return {
    code: `air.${substance}`,
    step: 'air',
    level: 'unknown',
    sentence: `${SUBSTANCE_NAME[substance]} not judged, because ${because}.`,
    remedy,
    reasons: limit
      ? [{ rule: limitText(limit), source: limit.source }]
      : [
          {
            rule: `Limits on file: ${limitsOf(substance)
              .map((entry) => LIMIT_SET_NAME[entry.set])
              .join(', ')}`,
            source: limitsOf(substance)[0]!.source,
          },
        ],
  }
}

function estimated(job: JobSpec, limit: Limit, emission: Emission): Finding {
  const flow = job.air.generalFlow
  if (job.air.place === 'outdoors') return outdoors(job, limit, emission)
  if (flow === null || flow <= 0)
    return unknown(
      limit.substance as Particulate,
      limit,
      'the air flow through the space is not known',
      'Enter the measured general flow of the space, or an air sampling result.',
    )
  const captured = CAPTURE[hoodState(job.air)].low
  const generation = emission.rate * job.welders * (1 - captured)
  const working = steadyConcentration(generation, flow, job.air.mixing)
  const concentration =
    limit.kind !== 'twa'
      ? working
      : timeWeightedAverage([{ concentration: working, hours: job.arcMinutes / 60 }])
  const reasons: Reason[] = [
    {
      rule: `Emission: ${emission.basis}`,
      source: emission.source,
      inputs: {
        ...emission.inputs,
        perWelder: { amount: emission.rate, unit: 'g/h' },
        welders: job.welders,
      },
    },
    {
      rule: 'Share taken by the hood, low end of its range',
      source: CAPTURE.source,
      inputs: { captured: { amount: captured, unit: 'share' } },
    },
    {
      rule:
        limit.kind !== 'twa'
          ? 'Room air while every arc burns'
          : `Room air averaged over ${SHIFT_MINUTES / 60} h`,
      source: MODEL,
      inputs: {
        generation: { amount: generation, unit: 'g/h' },
        flow: { amount: flow, unit: 'm3/s' },
        mixing: job.air.mixing,
        arc: { amount: job.arcMinutes, unit: 'min' },
        whileWelding: { amount: working, unit: 'mg/m3' },
      },
    },
  ]
  return compare(job, limit, concentration, { bound: emission.bound, measured: false, reasons })
}

/** No flow can be named outdoors, so the room model has no answer; an honest caution for plain metals, unknown for the potent ones. */
function outdoors(job: JobSpec, limit: Limit, emission: Emission): Finding {
  if (limit.substance === 'chromiumVI' && chromiumBearing(job))
    return unknown(
      limit.substance as Particulate,
      limit,
      'the room model has no answer outdoors',
      'Enter an air sampling result, or supply air and have it judged by an industrial hygienist.',
    )
  return {
    code: `air.${limit.substance}`,
    step: 'air',
    level: 'caution',
    sentence: `${SUBSTANCE_NAME[limit.substance]}: no figure outdoors. Keep the head out of the plume and stand across the wind.`,
    remedy: 'Sample if the work repeats.',
    reasons: [
      {
        rule: `${limitText(limit)}; the room model holds only for a room`,
        source: limit.source,
        inputs: { perWelder: { amount: emission.rate, unit: 'g/h' }, welders: job.welders },
      },
    ],
  }
}

function measuredFinding(job: JobSpec, limit: Limit, concentration: number): Finding {
  const reasons: Reason[] = [
    {
      rule: `Air sampling on file: ${job.measured!.reference}`,
      source: { document: 'Entered by the shop', recall: 'practice' },
      inputs: { result: { amount: concentration, unit: 'mg/m3' } },
    },
  ]
  return compare(job, limit, concentration, { bound: false, measured: true, reasons })
}

/** Compare one concentration with its limit, with the respirator's factor in between when there is one. */
function compare(
  job: JobSpec,
  limit: Limit,
  concentration: number,
  how: { bound: boolean; measured: boolean; reasons: Reason[] },
): Finding {
  const name = SUBSTANCE_NAME[limit.substance]
  const share = concentration / asSubstance(limit)
  const percent = share > 1 ? `${trim(share)} times` : `${Math.round(share * 100)} % of`
  const reasons: Reason[] = [
    ...how.reasons,
    {
      rule: `${limitText(limit)}${limit.note ? `. ${limit.note}` : ''}`,
      source: limit.source,
      inputs: { share: { amount: share, unit: 'share' } },
    },
    {
      rule: 'The breathing zone in the plume holds far more than the room',
      source: COMMON_PRACTICE,
    },
  ]
  const base = {
    code: `air.${limit.substance}`,
    step: 'air' as const,
    value: { amount: concentration, unit: 'mg/m3' as const },
    reasons,
  }
  const kind = how.measured ? 'Measured' : how.bound ? 'At most' : 'Estimate'
  if (share > 1) {
    if (how.bound)
      return {
        ...base,
        level: 'unknown',
        sentence: `${name} not judged: the table gives only an upper bound, ${percent} the limit.`,
        remedy: 'Enter an air sampling result, or choose a consumable whose factor is on file.',
      }
    const worn = respiratorRow(job.respirator)
    if (share <= worn.apf && worn.apf > 1) {
      return {
        ...base,
        level: 'caution',
        sentence: `${kind} ${percent} the limit for ${name.toLowerCase()}; the respirator (factor ${worn.apf}) covers it. First better ventilation, less arc time, another wire.`,
        remedy: 'Medical clearance, fit test and no beard at the seal come first. Have it sampled.',
        reasons: [
          ...reasons,
          { rule: `Assigned protection factor ${worn.apf}, ${worn.name}`, source: APF_SOURCE },
        ],
      }
    }
    return {
      ...base,
      level: 'stop',
      legal: how.measured,
      sentence: `${kind} ${percent} the limit for ${name.toLowerCase()}${worn.apf > 1 ? `, over what a factor of ${worn.apf} covers` : ''}.`,
      remedy:
        'Bring the exhaust to the arc, raise the flow, cut arc time, change the wire; a respirator last.',
    }
  }
  if (share >= 0.5 || (limit.actionLevel !== undefined && concentration >= limit.actionLevel)) {
    return {
      ...base,
      level: 'caution',
      sentence: `${kind} ${percent} the limit for ${name.toLowerCase()}: have it sampled by an industrial hygienist.`,
      reasons: [
        ...reasons,
        { rule: 'From half the limit, or the action level, take samples', source: BANDS },
      ],
    }
  }
  return {
    ...base,
    level: 'clear',
    sentence: `${kind} ${percent} the limit for ${name.toLowerCase()}. A room average, not a measurement of the breathing zone.`,
  }
}

const trim = (x: number): string => (x >= 10 ? String(Math.round(x)) : x.toFixed(1))
