import { byWorst, type Finding, type Reason } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import { judgeSpot } from '../exposure/spot'
import { GASES, SUBSTANCE_NAME, type Gas, type LimitSet } from '../exposure/terms'
import { CALIBRATED, calibratedSays } from '../inspection/calibration'
import { LEL_SOURCE, OXYGEN, STOP_SHARE } from './closed-space'

/** Readings of a gas test: oxygen and explosive limit in %, others in ppm. null: not read. */
interface GasReadings {
  oxygen: number | null
  explosive: number | null
  others: Partial<Record<Gas, number>>
}
export interface GasTest extends GasReadings {
  at: Date
  /** Counts until. */ until: Date
  instrument: string
  /** When it was read; null: not told. */
  calibrated: boolean | null
  bumpTested: boolean
}

/** A reading that is one: finite and not negative. */
const known = (reading: number | null): number | null =>
  reading !== null && Number.isFinite(reading) && reading >= 0 ? reading : null

/**
 * Whether a gas test lets people work now. Oxygen and explosive limit must both have been read; a test that has run out is no test.
 * Every limit of the adopted sets counts, of every kind: more sets never make it milder. What has no adopted limit is never clear.
 * Source: 29 CFR 1910.146(c)(5) and 1910.134; the length of a test is the shop's.
 */
export function judgeGasTest(
  test: GasTest | null,
  now: Date,
  adopted: readonly LimitSet[],
): Finding {
  const base = { code: 'air.gasTest', step: 'air' as const }
  const rule: Reason = {
    rule: 'Test the air before entry: oxygen, then explosive, then toxic',
    source: OXYGEN.source,
  }
  if (!test)
    return {
      ...base,
      level: 'unknown',
      sentence: 'The air in this space has not been tested.',
      remedy: 'Test from outside, at top, middle and bottom, and enter the readings.',
      reasons: [rule],
    }
  const reasons: Reason[] = [
    {
      ...rule,
      inputs: {
        instrument: test.instrument,
        oxygen: test.oxygen === null ? 'not read' : `${test.oxygen} %`,
        explosive: test.explosive === null ? 'not read' : `${test.explosive} % of the limit`,
        until: test.until.toISOString(),
        bumpTested: test.bumpTested,
        calibrated: calibratedSays(test.calibrated),
        ...Object.fromEntries(
          Object.entries(test.others).map(([gas, value]) => [
            SUBSTANCE_NAME[gas as Gas],
            `${value} ppm`,
          ]),
        ),
      },
    },
  ]
  const stop = (sentence: string, more: Reason[] = []): Finding => ({
    ...base,
    level: 'stop',
    legal: true,
    sentence,
    remedy: 'Everyone out. Find the cause, ventilate, test again.',
    reasons: [...reasons, ...more],
  })
  const [oxygen, explosive] = [known(test.oxygen), known(test.explosive)]
  if (oxygen !== null && oxygen < OXYGEN.low)
    return stop(`Oxygen ${oxygen} %: under ${OXYGEN.low} %.`)
  if (oxygen !== null && oxygen > OXYGEN.high)
    return stop(`Oxygen ${oxygen} %: over ${OXYGEN.high} %.`)
  const most = STOP_SHARE * 100
  const tenth: Reason = {
    rule: 'No more than a tenth of the lower explosive limit',
    source: LEL_SOURCE,
  }
  if (explosive !== null && explosive > most)
    return stop(`${explosive} % of the lower explosive limit: over ${most} %.`, [tenth])
  const gases = byWorst(
    GASES.filter((gas) => test.others[gas] !== undefined).map((gas) =>
      judgeSpot(gas, test.others[gas]!, adopted),
    ),
  )
  const worst = gases[0]
  // Nobody goes in over any limit: the air of a space may stay for the shift as it was for the moment.
  if (worst && (worst.level === 'stop' || worst.level === 'caution'))
    return stop(worst.says, worst.reasons)
  if (oxygen === null || explosive === null)
    return {
      ...base,
      level: 'unknown',
      sentence: `${oxygen === null ? 'Oxygen' : 'The explosive limit'} was not read.`,
      remedy: 'Oxygen and explosive limit both have to be read.',
      reasons,
    }
  if (worst?.level === 'unknown')
    return {
      ...base,
      level: 'unknown',
      sentence: worst.says,
      remedy: 'Adopt a limit for it under Shop, or ask a competent person.',
      reasons: [...reasons, ...worst.reasons],
    }
  if (now >= test.until)
    return {
      ...base,
      level: 'unknown',
      sentence: 'The gas test has run out.',
      remedy: 'Test again before work goes on.',
      reasons,
    }
  if (test.calibrated !== true)
    return {
      ...base,
      level: 'unknown',
      sentence: `Read within limits by ${test.instrument}: ${calibratedSays(test.calibrated)}.`,
      remedy: 'Test again with a meter of the register that is within its calibration.',
      reasons: [...reasons, CALIBRATED],
    }
  if (explosive === most)
    return {
      ...base,
      level: 'caution',
      sentence: `${explosive} % of the lower explosive limit: at the limit, not over it.`,
      remedy: 'Find where it comes from and ventilate before anyone strikes an arc.',
      reasons: [...reasons, tenth],
    }
  if (!test.bumpTested)
    return {
      ...base,
      level: 'caution',
      sentence: 'Readings within limits, but the instrument was not bump tested.',
      remedy: 'Bump test it with known gas before the next reading.',
      reasons: [...reasons, { rule: "Bump test before each day's use", source: COMMON_PRACTICE }],
    }
  return {
    ...base,
    level: 'clear',
    sentence: `Oxygen ${test.oxygen} %, explosive ${test.explosive} % of the limit: within the window until the test runs out.`,
    reasons,
  }
}
