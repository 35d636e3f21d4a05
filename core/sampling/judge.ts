import { bandOf } from '../exposure/compare'
import { gradeShare } from '../exposure/grade'
import { asSubstance, limitText, strictest, type Limit } from '../exposure/limits.table'
import { SUBSTANCE_NAME, type LimitSet, type Substance } from '../exposure/terms'
import type { Finding, Reason } from '../finding/finding'
import { published } from '../finding/source'
import { DETECTION_SOURCE, reckonable, type Result } from './detection'
import { EN689_SOURCE, testCompliance, type Compliance } from './en689'
import {
  exceedance,
  fitLognormal,
  LOGNORMAL_SOURCE,
  percentile95,
  upperLimit95,
  type Fit,
} from './lognormal'

export interface GroupAnswer {
  values: number[]
  fit: Fit | null
  p95: number | null
  /** Upper confidence limits of the 95th percentile: 70 % (EN 689) and 95 % (US habit). */
  upper70: number | null
  upper95: number | null
  exceedance: number | null
  compliance: Compliance | null
  finding: Finding
}

const MORE_SAMPLES = 'Take more samples on other days.'

/** From so many results on a 95th percentile is worth showing. */
const LEAST_FIT = 3

/**
 * Statistics of the 8 h averages of one group of people and one substance, against the strictest adopted 8 h limit.
 * Source: EN 689, lognormal tolerance limits, AIHA bands.
 */
export function judgeSamples(
  results: readonly Result[],
  substance: Substance,
  adopted: readonly LimitSet[],
): GroupAnswer {
  const none = {
    values: [],
    fit: null,
    p95: null,
    upper70: null,
    upper95: null,
    exceedance: null,
    compliance: null,
  }
  const base = { code: `samples.${substance}`, step: 'air' as const }
  const name = SUBSTANCE_NAME[substance]
  if (results.length === 0)
    return {
      ...none,
      finding: {
        ...base,
        level: 'unknown',
        sentence: `${name}: no samples yet.`,
        reasons: [{ rule: 'At least three results', source: EN689_SOURCE }],
      },
    }
  const limit = strictest(substance, 'twa', adopted)
  const values = tellable(reckonable(results), results, limit)
  if ('because' in values)
    return {
      ...none,
      finding: { ...base, ...withoutStatistics(name, results, limit, values.because) },
    }
  const fit = values.length >= LEAST_FIT ? fitLognormal(values) : null
  const figures = {
    values,
    fit,
    p95: fit && percentile95(fit),
    upper70: fit && upperLimit95(fit, 0.7),
    upper95: fit && upperLimit95(fit, 0.95),
  }
  if (!limit)
    return {
      ...none,
      ...figures,
      finding: {
        ...base,
        level: 'unknown',
        sentence: `${name}: no 8 h limit in the adopted sets to hold the results against.`,
        remedy: 'Adopt a limit set that has one.',
        reasons: [{ rule: 'No limit on file is not the same as harmless', source: EN689_SOURCE }],
      },
    }
  const bound = asSubstance(limit)
  const compliance = testCompliance(values, bound)
  const over = fit && exceedance(fit, bound)
  const reasons: Reason[] = [
    {
      rule: limitText(limit),
      source: limit.source,
      inputs: {
        results: values.length,
        highest: `${Number(values.reduce((most, value) => Math.max(most, value), 0).toPrecision(3))}`,
      },
    },
    { rule: `EN 689 ${compliance.test} test: ${compliance.sentence}`, source: EN689_SOURCE },
  ]
  if (fit)
    reasons.push(
      {
        rule: 'Lognormal fit',
        source: LOGNORMAL_SOURCE,
        inputs: {
          geometricMean: Number(fit.gm.toPrecision(3)),
          gsd: Number(fit.gsd.toPrecision(3)),
          p95: Number(figures.p95!.toPrecision(3)),
          upper70: Number(figures.upper70!.toPrecision(3)),
          upper95: Number(figures.upper95!.toPrecision(3)),
          exceedance: { amount: over!, unit: 'share' },
        },
      },
      {
        rule: `95th percentile: ${bandOf(figures.p95! / bound)}`,
        source: published('AIHA exposure bands'),
      },
    )
  return {
    ...figures,
    exceedance: over,
    compliance,
    finding: { ...base, ...verdictOf(name, compliance, figures.upper95, bound), reasons },
  }
}

/** Where the set as a whole cannot be judged, a result over the limit still fails. */
function withoutStatistics(
  name: string,
  results: readonly Result[],
  limit: Limit | null,
  because: string,
): Pick<Finding, 'level' | 'sentence' | 'remedy' | 'reasons'> {
  const over = results.find(
    ({ value, underDetection }) => !underDetection && limit !== null && value > asSubstance(limit),
  )
  if (over)
    return {
      level: 'stop',
      sentence: `${name}: does not comply. A result is over the limit.`,
      remedy: 'Lower the exposure, then sample again.',
      reasons: [
        {
          rule: limitText(limit!),
          source: limit!.source,
          inputs: { results: results.length, highest: `${Number(over.value.toPrecision(3))}` },
        },
      ],
    }
  return {
    level: 'unknown',
    sentence: `${name} not judged, because ${because}.`,
    remedy: 'Sample longer, or ask the laboratory for a lower detection limit.',
    reasons: [{ rule: 'Results under the detection limit', source: DETECTION_SOURCE }],
  }
}

/** EN 689 decides; where it accepts, the 95 % confidence habit may still ask for more. */
function verdictOf(
  name: string,
  compliance: Compliance,
  upper95: number | null,
  limit: number,
): Pick<Finding, 'level' | 'sentence' | 'remedy'> {
  if (compliance.verdict === 'fails')
    return {
      level: 'stop',
      sentence: `${name}: does not comply. ${compliance.sentence}`,
      remedy: 'Lower the exposure, then sample again.',
    }
  if (compliance.verdict === 'sample_more')
    return {
      level: 'unknown',
      sentence: `${name}: not enough to judge. ${compliance.sentence}`,
      remedy: MORE_SAMPLES,
    }
  if (upper95 === null || gradeShare(upper95 / limit).why === 'over')
    return {
      level: 'caution',
      sentence: `${name}: complies by EN 689, yet the 95 % confidence habit would not accept it.`,
      remedy: MORE_SAMPLES,
    }
  return {
    level: 'clear',
    sentence: `${name}: complies by EN 689 and by the 95 % confidence habit.`,
  }
}

/** A result "under" a detection limit that lies over the exposure limit tells nothing of it. */
function tellable(
  values: ReturnType<typeof reckonable>,
  results: readonly Result[],
  limit: Limit | null,
): ReturnType<typeof reckonable> {
  const blind = results.filter(
    ({ underDetection, value }) => underDetection && limit !== null && value > asSubstance(limit),
  )
  if ('because' in values || blind.length === 0) return values
  const which =
    blind.length === 1 ? 'one detection limit is' : `${blind.length} detection limits are`
  return { because: `${which} over the exposure limit itself` }
}
