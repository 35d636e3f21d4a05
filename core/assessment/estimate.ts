import { COATING_SUBSTANCE } from '../air/emit'
import { byWorst, type Finding, type Reason } from '../finding/finding'
import { COMMON_PRACTICE, published } from '../finding/source'
import { sentenceOf } from '../finding/together'
import type { JobSpec } from '../job/job'
import { chromiumBearing, emissionRate, type Emission } from '../fume/emission'
import { APF_SOURCE, respiratorRow } from '../respirator/apf.table'
import { hoodState } from '../ventilation/hood'
import { CAPTURE } from '../ventilation/ventilation.table'
import { hasAirChange, steadyConcentration } from '../air/steady'
import { timeWeightedAverage } from '../exposure/average'
import { exposureFinding } from '../exposure/exposure-finding'
import { asSubstance, limitsOf, limitText, strictest, type Limit } from '../exposure/limits.table'
import {
  DEFAULT_ADOPTED,
  LIMIT_KINDS,
  LIMIT_SET_NAME,
  PARTICULATES,
  SUBSTANCE_NAME,
  type LimitSet,
  type Particulate,
} from '../exposure/terms'

const MODEL = published('Well-mixed steady state, C = K G / Q (industrial ventilation handbooks)')
const IN_THE_PLUME = 'The breathing zone in the plume holds far more than the room'

const SHIFT_MINUTES = 480
/** What a quick look does not reckon; the full check on a job's air page does. Measured they are judged like all others. */
const FULL_CHECK: readonly Particulate[] = ['ironOxide', 'aluminium', 'chromium']

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
  return PARTICULATES.flatMap((substance): Finding[] => {
    const measured = job.measured?.[substance]
    if (measured === undefined && FULL_CHECK.includes(substance)) return []
    const coated = fromCoating === substance
    const emission = coated ? null : emissionRate(job, substance)
    if (measured === undefined && !coated && emission === null) return []
    const limits = LIMIT_KINDS.flatMap((kind) => strictest(substance, kind, adopted) ?? [])
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
  const alike = { names: [SUBSTANCE_NAME[substance]], says: ` not judged, because ${because}.` }
  return {
    code: `air.${substance}`,
    step: 'air',
    level: 'unknown',
    sentence: sentenceOf(alike),
    alike,
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
  if (job.air.space === 'outdoors') return outdoors(job, limit, emission)
  if (flow === null || !hasAirChange(flow, job.air.volume))
    return unknown(
      limit.substance as Particulate,
      limit,
      flow === null
        ? 'the air flow through the space is not known'
        : 'there is no measurable air change',
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
        arcOn: { amount: job.arcMinutes, unit: 'min' },
        whileWelding: { amount: working, unit: 'mg/m3' },
      },
    },
  ]
  return exposureFinding({
    ...against(job, limit, concentration, reasons),
    how: 'Estimate',
    bound: emission.bound,
    caveat: 'A room average, not a measurement of the breathing zone.',
  })
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
  const alike = {
    names: [SUBSTANCE_NAME[limit.substance]],
    says: ': no figure outdoors. Keep the head out of the plume and stand across the wind.',
  }
  return {
    code: `air.${limit.substance}`,
    step: 'air',
    level: 'caution',
    sentence: sentenceOf(alike),
    alike,
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
  const sampling: Reason = {
    rule: `Air sampling on file: ${job.measured!.reference}`,
    source: { document: 'Entered by the shop', recall: 'practice' },
    inputs: { result: { amount: concentration, unit: 'mg/m3' } },
  }
  return exposureFinding({
    ...against(job, limit, concentration, [sampling]),
    how: 'Measured',
    legal: true,
    caveat: 'One result; another day may differ.',
  })
}

/** What an estimate and a measurement have in common when they meet a limit. */
function against(job: JobSpec, limit: Limit, concentration: number, reasons: readonly Reason[]) {
  const worn = respiratorRow(job.respirator)
  const share = concentration / asSubstance(limit)
  return {
    limit,
    concentration,
    average: concentration,
    protection: worn.apf,
    ownAir: worn.ownAir ?? false,
    value: { amount: concentration, unit: 'mg/m3' as const },
    reasons: [
      ...reasons,
      {
        rule: `${limitText(limit)}${limit.note ? `. ${limit.note}` : ''}`,
        source: limit.source,
        inputs: { share: { amount: share, unit: 'share' as const } },
      },
      { rule: IN_THE_PLUME, source: COMMON_PRACTICE },
      ...(worn.apf > 1
        ? [{ rule: `Assigned protection factor ${worn.apf}, ${worn.name}`, source: APF_SOURCE }]
        : []),
    ],
  }
}
