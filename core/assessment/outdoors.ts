import { exchange } from '../air/zones'
import { timeWeightedAverage } from '../exposure/average'
import { exposureFinding } from '../exposure/exposure-finding'
import { limitText, type Limit } from '../exposure/limits.table'
import { SUBSTANCE_NAME } from '../exposure/terms'
import type { Finding } from '../finding/finding'
import { published } from '../finding/source'
import { sentenceOf } from '../finding/together'
import { chromiumBearing, type Emission } from '../fume/emission'
import type { JobSpec } from '../job/job'
import { meets } from './meets'
import { notJudged } from './not-judged'

const NEAR_FIELD = published(
  'Nicas 1996, near field of a source, taken for the open air: no background, wind as the air speed',
)

/** Winds for which the near field is taken to hold, m/s. Below, fume stays where it is; above, nobody can weld. */
export const WIND_RANGE = { least: 0.2, most: 2 }
/**
 * What the near field outdoors is taken to be: half the entered wind, in the lee of the body, and half a metre round the
 * arc at the worst; the whole wind and a metre at the best. Source: common practice.
 */
const WORST = { radius: 0.5, ofWind: 0.5 }
const BEST = { radius: 1, ofWind: 1 }

/**
 * Near field outdoors while the arc burns, mg/m3, as a range from best to worst assumption.
 * @param rate g/h of one welder; others stand downwind of none
 * @param wind m/s
 * @returns null outside the winds for which it is taken to hold, and for a rate that is not finite
 * Source: Nicas 1996 (near field G / beta).
 */
export function outdoorRange(rate: number, wind: number): { low: number; high: number } | null {
  if (!(wind >= WIND_RANGE.least && wind <= WIND_RANGE.most) || !Number.isFinite(rate)) return null
  const at = ({ radius, ofWind }: typeof WORST): number =>
    (rate * 1000) / 3600 / exchange({ radius, airSpeed: wind * ofWind })
  return { low: at(BEST), high: at(WORST) }
}

/**
 * One limit outdoors. With the wind a range, that never clears: over at its low end is judged as over, over at its high
 * end only is unknown, else a caution that asks for sampling. Without it no figure: unknown for chromium VI, else a caution.
 */
export function judgeOutdoors(job: JobSpec, limit: Limit, emission: Emission): Finding {
  const range = job.air.wind === null ? null : outdoorRange(emission.rate, job.air.wind)
  if (!range) return withoutFigure(job, limit, emission)
  const ofShift = (value: number): number =>
    limit.kind === 'twa'
      ? timeWeightedAverage([{ concentration: value, hours: job.arcMinutes / 60 }])
      : value
  const low = ofShift(range.low)
  const high = ofShift(range.high)
  const reasons: Finding['reasons'] = [
    {
      rule: `Emission: ${emission.basis}`,
      source: emission.source,
      inputs: { ...emission.inputs, perWelder: { amount: emission.rate, unit: 'g/h' } },
    },
    {
      rule: 'Near field in the wind: half a metre in half the wind at the worst, a metre in all of it at the best',
      source: NEAR_FIELD,
      inputs: {
        wind: { amount: job.air.wind!, unit: 'm/s' },
        low: { amount: low, unit: 'mg/m3' },
        high: { amount: high, unit: 'mg/m3' },
      },
    },
  ]
  const exposure = { how: 'Estimate' as const, bound: emission.bound, caveat: SAMPLE }
  const atLow = exposureFinding({ ...meets(job, limit, low, reasons), ...exposure })
  if (atLow.level === 'stop') return atLow
  const atHigh = exposureFinding({ ...meets(job, limit, high, reasons), ...exposure })
  if (atHigh.level === 'stop' || atHigh.level === 'unknown')
    return {
      ...atHigh,
      level: 'unknown',
      sentence: `${SUBSTANCE_NAME[limit.substance]} outdoors: between ${figure(low)} and ${figure(high)} mg/m³ in this wind, around the limit; not judged.`,
      remedy: 'Have it sampled, or wear what covers the high end.',
    }
  return {
    ...atHigh,
    level: 'caution',
    sentence: `${SUBSTANCE_NAME[limit.substance]} outdoors: at most ${figure(high)} mg/m³ in this wind by a rough near field. ${SAMPLE}`,
    remedy: 'Stand across the wind, keep the head out of the plume; sample if the work repeats.',
  }
}

const SAMPLE = 'A rough range, no measurement: have it sampled.'
const figure = (value: number): string => `${Number(value.toPrecision(2))}`

/** No wind, no figure: an honest caution for plain metals, unknown for the potent ones. */
function withoutFigure(job: JobSpec, limit: Limit, emission: Emission): Finding {
  const { wind } = job.air
  if (limit.substance === 'chromiumVI' && chromiumBearing(job))
    return notJudged(limit, {
      because: 'no model has an answer outdoors without the wind',
      remedy:
        'Enter an air sampling result, or supply air and have it judged by an industrial hygienist.',
    })
  if (wind !== null && wind < WIND_RANGE.least)
    return notJudged(limit, {
      because: 'in still air outdoors the fume stays where it is',
      remedy: 'Move the air with a fan from the side, or enter an air sampling result.',
    })
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
    remedy: 'Enter the wind for a rough range; sample if the work repeats.',
    reasons: [
      {
        rule: `${limitText(limit)}; no model without a wind of ${WIND_RANGE.least} to ${WIND_RANGE.most} m/s`,
        source: limit.source,
        inputs: { perWelder: { amount: emission.rate, unit: 'g/h' }, welders: job.welders },
      },
    ],
  }
}
