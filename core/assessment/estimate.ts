import { COATING_SUBSTANCE } from '../air/emit'
import { hasAirChange, steadyConcentration } from '../air/steady'
import { timeWeightedAverage } from '../exposure/average'
import { exposureFinding } from '../exposure/exposure-finding'
import { hasLimit, type Limit } from '../exposure/limits.table'
import { isMeasured } from '../exposure/measured'
import {
  DEFAULT_ADOPTED,
  PARTICULATES,
  SUBSTANCE_NAME,
  type LimitSet,
  type Particulate,
} from '../exposure/terms'
import { byWorst, type Finding, type Reason } from '../finding/finding'
import { published } from '../finding/source'
import { emissionRate, type Emission } from '../fume/emission'
import type { JobSpec } from '../job/job'
import { hoodedWelders, hoodState } from '../ventilation/hood'
import { CAPTURE } from '../ventilation/ventilation.table'
import { judgeGases } from './gases'
import { judgeMeasured } from './judge-measured'
import { meets } from './meets'
import { notJudged, notMeasuredOver, withoutLimit, type Unknown } from './not-judged'
import { judgeOutdoors } from './outdoors'

const MODEL = published('Well-mixed steady state, C = K G / Q (industrial ventilation handbooks)')

const NO_EMISSION =
  'Choose a listed consumable, enter the filler melted per hour, or enter an air sampling result.'

const SHIFT_MINUTES = 480
/** What a quick look does not reckon; the full check on a job's air page does. Measured they are judged like all others. */
const FULL_CHECK: readonly Particulate[] = ['ironOxide', 'aluminium', 'chromium']

/**
 * Each substance of the job against the strictest limits that the site adopted, one Finding a substance: measured where
 * a result answers the limit, else estimated for the room. No factor, no flow, or a bound too loose to decide: `unknown`.
 * Gases that the process makes are judged where they were measured, else named.
 * TWA counts the arc minutes of the shift over 8 h; 15 min limits and ceilings are met by the worst task, never averaged.
 */
export function estimateExposure(
  job: JobSpec,
  adopted: readonly LimitSet[] = DEFAULT_ADOPTED,
): Finding[] {
  return [
    ...PARTICULATES.flatMap((substance) => estimateSubstance(job, substance, adopted)),
    ...judgeGases(job, adopted),
  ]
}

/** One substance of `estimateExposure`: one Finding, of the limit that comes out worst, or none where nothing gives it off. */
export const estimateSubstance = (
  job: JobSpec,
  substance: Particulate,
  adopted: readonly LimitSet[],
): Finding[] => byWorst(judged(job, substance, adopted)).slice(0, 1)

function judged(job: JobSpec, substance: Particulate, adopted: readonly LimitSet[]): Finding[] {
  const measured = isMeasured(job.measured, substance)
  const emission = emissionOf(job, substance)
  if (!measured && emission === null) return []
  if (!hasLimit(substance, adopted)) return withoutLimit(substance)
  const { findings, open } = judgeMeasured(job, substance, adopted)
  return [...findings, ...open.map((limit) => unmeasured(job, limit, emission))]
}

/** What is known of the emission; null where this quick look does not reckon the substance. */
type KnownEmission = Emission | Unknown | null

function emissionOf(job: JobSpec, substance: Particulate): KnownEmission {
  if (FULL_CHECK.includes(substance)) return null
  if (COATING_SUBSTANCE[job.coating] !== substance) return emissionRate(job, substance)
  return {
    because: `${SUBSTANCE_NAME[substance]} from the coating is not in the consumable table`,
    remedy: 'Work it out in the air check, remove the coating, or enter an air sampling result.',
  }
}

/** The answer to a limit that no result answers. */
function unmeasured(job: JobSpec, limit: Limit, emission: KnownEmission): Finding {
  if (emission && 'rate' in emission) return estimated(job, limit, emission)
  if (isMeasured(job.measured, limit.substance)) return notMeasuredOver(limit)
  return notJudged(limit, { remedy: NO_EMISSION, ...emission! })
}

function estimated(job: JobSpec, limit: Limit, emission: Emission): Finding {
  const flow = job.air.generalFlow
  if (job.air.space === 'outdoors') return judgeOutdoors(job, limit, emission)
  if (flow === null || !hasAirChange(flow, job.air.volume))
    return notJudged(limit, {
      because:
        flow === null
          ? 'the air flow through the space is not known'
          : 'there is no measurable air change',
      remedy: 'Enter the measured general flow of the space, or an air sampling result.',
    })
  const captured = CAPTURE[hoodState(job.air)].low
  const hooded = hoodedWelders(job)
  const generation = emission.rate * (job.welders - hooded * captured)
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
      inputs: { captured: { amount: captured, unit: 'share' }, hooded },
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
    ...meets(job, limit, concentration, reasons),
    how: 'Estimate',
    bound: emission.bound,
    caveat: 'A room average, not a measurement of the breathing zone.',
  })
}
