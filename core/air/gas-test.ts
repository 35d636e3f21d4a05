import type { Finding, Reason } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import { asSubstance, limitText, strictest } from '../exposure/limits.table'
import { GASES, SUBSTANCE_NAME, type Gas, type LimitSet } from '../exposure/terms'
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
  bumpTested: boolean
}

/**
 * Whether a gas test lets people work now. Oxygen and explosive limit must both have been read; a test that has run out is no test.
 * Momentary readings are held against the ceiling, else the 15 min limit, else the 8 h limit of the adopted sets.
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
  if (test.oxygen !== null && test.oxygen < OXYGEN.low)
    return stop(`Oxygen ${test.oxygen} %: under ${OXYGEN.low} %.`)
  if (test.oxygen !== null && test.oxygen > OXYGEN.high)
    return stop(`Oxygen ${test.oxygen} %: over ${OXYGEN.high} %.`)
  if (test.explosive !== null && test.explosive >= STOP_SHARE * 100)
    return stop(
      `${test.explosive} % of the lower explosive limit: stop at ${STOP_SHARE * 100} %.`,
      [{ rule: 'Stop at a tenth of the lower explosive limit', source: LEL_SOURCE }],
    )
  for (const gas of GASES) {
    const reading = test.others[gas]
    const limit =
      strictest(gas, 'ceiling', adopted) ??
      strictest(gas, 'stel', adopted) ??
      strictest(gas, 'twa', adopted)
    if (reading !== undefined && limit && reading > asSubstance(limit))
      return stop(`${SUBSTANCE_NAME[gas]} ${reading} ppm: over ${limitText(limit)}.`, [
        { rule: limitText(limit), source: limit.source },
      ])
  }
  if (test.oxygen === null || test.explosive === null)
    return {
      ...base,
      level: 'unknown',
      sentence: `${test.oxygen === null ? 'Oxygen' : 'The explosive limit'} was not read.`,
      remedy: 'Oxygen and explosive limit both have to be read.',
      reasons,
    }
  if (now >= test.until)
    return {
      ...base,
      level: 'unknown',
      sentence: 'The gas test has run out.',
      remedy: 'Test again before work goes on.',
      reasons,
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
