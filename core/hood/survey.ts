import { dayAfter, daysBetween, dayText } from '../calendar/day'
import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE, published } from '../finding/source'
import { CALIBRATED, calibratedSays } from '../inspection/calibration'
import { studentAt } from '../sampling/distribution'

/** One survey of a hood: air speed at the face or the capture point m/s, static pressure Pa, and whether the filter was changed just before. */
export interface HoodSurvey {
  /** Calendar day, ISO text. */ on: string
  velocity: number
  staticPressure: number | null
  filterChanged: boolean
  /** Whether the meter was calibrated then; null: nobody told by which it was read. */
  calibrated: boolean | null
}

export interface SurveyTrend {
  /** m/s a day; negative when it falls. */
  slope: number
  /** Line through the surveys since the filter was changed, m/s on a day so many days after the first of them. */
  at: (day: number) => { expected: number; low: number; high: number }
  /** First day of the run. */
  from: string
  surveys: number
  /** Day on which the line, and on which its lower prediction bound, falls under the need; null when not within three years. */
  fallsOn: string | null
  mayFallOn: string | null
}
export interface NoTrend {
  because: string
}

const TREND_SOURCE = published(
  'Least squares with prediction interval, Student t (any textbook of statistics)',
)
const LEAST = 3
const CONFIDENCE = 0.9
const HORIZON = 3 * 365

/** Surveys since the filter was last changed, oldest first: a new filter starts a new run. */
export function sinceFilter(surveys: readonly HoodSurvey[]): HoodSurvey[] {
  const sorted = [...surveys].sort((a, b) => a.on.localeCompare(b.on))
  return sorted.slice(Math.max(0, sorted.map((survey) => survey.filterChanged).lastIndexOf(true)))
}

/**
 * Trend of a hood's air speed with a 90 % prediction interval, and when it falls under the need (m/s).
 * @returns NoTrend with fewer than three surveys, or all on one day, since the filter was changed
 * @throws RangeError for a need that is not positive
 */
export function surveyTrend(surveys: readonly HoodSurvey[], need: number): SurveyTrend | NoTrend {
  if (!(need > 0)) throw new RangeError('The air speed needed must be more than zero.')
  const run = sinceFilter(surveys)
  if (run.length < LEAST)
    return { because: `only ${run.length} of ${LEAST} surveys since the filter was changed` }
  const from = run[0]!.on
  const x = run.map((survey) => daysBetween(from, survey.on))
  const y = run.map((survey) => survey.velocity)
  const n = run.length
  const meanX = x.reduce((a, b) => a + b, 0) / n
  const meanY = y.reduce((a, b) => a + b, 0) / n
  const spread = x.reduce((sum, value) => sum + (value - meanX) ** 2, 0)
  if (spread === 0) return { because: 'all surveys are of one day' }
  const slope = x.reduce((sum, value, i) => sum + (value - meanX) * (y[i]! - meanY), 0) / spread
  const residual = Math.sqrt(
    x.reduce((sum, value, i) => sum + (y[i]! - meanY - slope * (value - meanX)) ** 2, 0) / (n - 2),
  )
  const t = studentAt((1 + CONFIDENCE) / 2, n - 2)
  const at = (day: number): { expected: number; low: number; high: number } => {
    const expected = meanY + slope * (day - meanX)
    const half = t * residual * Math.sqrt(1 + 1 / n + (day - meanX) ** 2 / spread)
    return { expected, low: Math.max(0, expected - half), high: expected + half }
  }
  const first = (under: (day: number) => boolean): string | null => {
    const last = x.at(-1)!
    for (let day = last; day <= last + HORIZON; day++) if (under(day)) return dayAfter(from, day)
    return null
  }
  return {
    slope,
    at,
    from,
    surveys: n,
    fallsOn: first((day) => at(day).expected < need),
    mayFallOn: first((day) => at(day).low < need),
  }
}

/**
 * Whether the surveys of a hood are in order on a day: none, overdue, under the need, falling soon.
 * @param every days between surveys. Source: the shop's own interval; common practice is three months.
 */
export function judgeSurveys(
  surveys: readonly HoodSurvey[],
  need: number,
  every: number,
  today: string,
): Finding {
  const base = { code: 'air.survey', step: 'air' as const }
  const rule = {
    rule: `Survey every ${every} days; a filter that loads takes the air away`,
    source: COMMON_PRACTICE,
  }
  const last = [...surveys].sort((a, b) => (a.on < b.on ? -1 : 1)).at(-1)
  if (!last)
    return {
      ...base,
      level: 'unknown',
      sentence: 'This hood has never been surveyed.',
      remedy: 'Measure the air speed and enter it.',
      reasons: [rule],
    }
  const age = daysBetween(last.on, today)
  const reasons = [
    {
      ...rule,
      inputs: {
        last: last.on,
        measured: { amount: last.velocity, unit: 'm/s' as const },
        needed: { amount: need, unit: 'm/s' as const },
        age: `${age} days`,
        calibrated: calibratedSays(last.calibrated),
      },
    },
  ]
  if (last.velocity < need)
    return {
      ...base,
      level: 'stop',
      value: { amount: last.velocity, unit: 'm/s' },
      sentence: 'The last survey is under what the hood needs.',
      remedy: 'Clean or change the filter, clear the duct, survey again.',
      reasons,
    }
  if (age > every)
    return {
      ...base,
      level: 'unknown',
      sentence: `The survey of ${dayText(last.on)} is ${age - every} days overdue.`,
      remedy: 'Measure the air speed and enter it.',
      reasons,
    }
  if (last.calibrated === false)
    return {
      ...base,
      level: 'unknown',
      sentence: `The survey of ${dayText(last.on)} was read by a meter that is not within a calibration on record.`,
      remedy: 'Survey again with a calibrated air meter of the register.',
      reasons: [...reasons, CALIBRATED],
    }
  const trend = surveyTrend(surveys, need)
  if (
    !('because' in trend) &&
    trend.mayFallOn !== null &&
    daysBetween(today, trend.mayFallOn) <= every
  ) {
    const passed = trend.mayFallOn <= today
    return {
      ...base,
      level: 'caution',
      value: { amount: last.velocity, unit: 'm/s' },
      sentence: `Falling: it may be under the need ${passed ? 'by now' : `from ${dayText(trend.mayFallOn!)}`}, before the next survey.`,
      remedy: 'Change the filter or survey sooner.',
      reasons: [
        ...reasons,
        {
          rule: 'Trend since the filter was changed, lower end of a 90 % prediction interval',
          source: TREND_SOURCE,
          inputs: { perDay: { amount: trend.slope, unit: 'm/s' }, surveys: trend.surveys },
        },
      ],
    }
  }
  if (last.calibrated === null)
    return {
      ...base,
      level: 'caution',
      value: { amount: last.velocity, unit: 'm/s' },
      sentence: `The survey of ${dayText(last.on)} is over the need, but by which meter it was read is not told.`,
      remedy: 'Name the meter at the next survey.',
      reasons: [...reasons, CALIBRATED],
    }
  return {
    ...base,
    level: 'clear',
    value: { amount: last.velocity, unit: 'm/s' },
    sentence: `Surveyed on ${dayText(last.on)}, over what it needs.`,
    reasons,
  }
}
