import type { Finding, Reason } from '../finding/finding'
import { COMMON_PRACTICE, type Source } from '../finding/source'
import { absolute } from './cylinder'
import { ATMOSPHERE, COLDEST, HOTTEST, STANDARD_TEMPERATURE } from './state'

/** A charged set with its valves shut: gauge and temperature before and after. Pa gauge, K, minutes, m3. */
export interface LeakTest {
  before: { pressure: number; temperature: number | null }
  after: { pressure: number; temperature: number | null }
  minutes: number
  /** Hoses and regulator. */
  volume: number | null
  /** The smallest drop that the gauge shows. */
  resolution: number
}

/** A test shorter than this shows nothing. */
const SHORTEST_MINUTES = 3
/** A leak so small that a test which would not show it counts all the same, L/h. */
const TELLING = 2
const LAW: Source = {
  document: 'Gas law at constant volume: lost gas = change of P/T x V',
  recall: 'practice',
}

/** Bore of a hose and its length, m, as a volume, m3. @throws RangeError unless both are positive */
export function hoseVolume(bore: number, length: number): number {
  if (!(bore > 0 && length > 0)) throw new RangeError('Bore and length must be more than zero.')
  return (Math.PI / 4) * bore ** 2 * length
}

/**
 * Whether a set is tight, by the pressure that it keeps. What the temperature explains is no leak; what the gauge cannot show
 * is not called tight.
 */
export function judgeLeak(test: LeakTest): Finding {
  const base = { code: 'gas.leak', step: 'gear' as const }
  const { before, after, minutes } = test
  const reason: Reason = {
    rule: 'What is gone from a shut set, corrected for its temperature',
    source: LAW,
    inputs: {
      gaugeBefore: { amount: before.pressure, unit: 'Pa' },
      gaugeAfter: { amount: after.pressure, unit: 'Pa' },
      testedFor: { amount: minutes, unit: 'min' },
      ...(test.volume !== null && { shutVolume: { amount: test.volume, unit: 'm3' as const } }),
    },
  }
  const fault = faultOf(test)
  if (fault)
    return { ...base, level: 'unknown', sentence: fault, remedy: 'Test again.', reasons: [reason] }
  const kept = absolute(before.pressure) * (after.temperature! / before.temperature!)
  const drop = kept - absolute(after.pressure)
  const hourly = hourlyOf(drop, test)
  if (drop <= -test.resolution)
    return {
      ...base,
      level: 'unknown',
      sentence: 'The pressure rose by more than the temperature explains: a valve lets gas in.',
      remedy: 'Shut the cylinder valve and test again.',
      reasons: [reason],
    }
  const detectable = hourlyOf(test.resolution, test)
  if (drop < test.resolution && detectable > TELLING)
    return {
      ...base,
      level: 'unknown',
      sentence: 'A small leak would not show on this gauge in that time.',
      remedy: `Test for ${Math.ceil((minutes * detectable) / TELLING)} minutes, or soap every joint.`,
      reasons: [reason],
    }
  if (drop < test.resolution)
    return {
      ...base,
      level: 'clear',
      sentence: 'It keeps its pressure, as far as the gauge shows.',
      reasons: [reason, { rule: 'Soap on every joint as well', source: COMMON_PRACTICE }],
    }
  return {
    ...base,
    level: 'stop',
    value: { amount: hourly, unit: 'L/h' },
    sentence: 'It leaks.',
    remedy: 'Shut the cylinders, find the joint with soap, mend it, test again. No flame near it.',
    reasons: [reason],
  }
}

/** Gas at 70 F and one atmosphere, L/h. */
const hourlyOf = (drop: number, { volume, after, minutes }: LeakTest): number =>
  ((drop / ATMOSPHERE) * volume! * 1000 * (STANDARD_TEMPERATURE / after.temperature!)) /
  (minutes / 60)

function faultOf({ before, after, minutes, volume, resolution }: LeakTest): string | null {
  const figures = [before.pressure, after.pressure, minutes, resolution]
  if (figures.some((one) => !Number.isFinite(one) || one < 0))
    return 'A figure of the test is missing.'
  if (before.temperature === null || after.temperature === null)
    return 'The temperature is not told, so a drop of pressure proves nothing.'
  if ([before.temperature, after.temperature].some((one) => !(one >= COLDEST && one <= HOTTEST)))
    return 'The temperature is outside of what a shop sees.'
  if (volume === null || !(volume > 0 && Number.isFinite(volume)))
    return 'The volume of hoses and regulator is not told.'
  if (!(resolution > 0)) return 'What the gauge can show is not told.'
  if (!(before.pressure > resolution)) return 'The set was not charged.'
  return minutes < SHORTEST_MINUTES
    ? `Under ${SHORTEST_MINUTES} minutes a drop does not show.`
    : null
}
