import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import type { Facts, GearKind } from './kind'

const METER_KINDS: readonly GearKind[] = ['gasMeter', 'airMeter', 'voltMeter']
export const isMeter = (kind: GearKind): boolean => METER_KINDS.includes(kind)

/**
 * Whether a meter is calibrated on a day. Not told is not calibrated.
 * @param facts calibratedOn and calibratedUntil, ISO days, both counted themselves
 * @param day ISO day of the reading
 */
export function isCalibrated(facts: Facts, day: string): boolean {
  const { calibratedOn: on, calibratedUntil: until } = facts
  if (typeof until !== 'string' || until < day) return false
  return typeof on !== 'string' || on <= day
}

/** Whether the readings of a meter count. */
export function judgeCalibration(name: string, facts: Facts, today: string): Finding {
  const base = { code: 'gear.calibration', step: 'gear' as const }
  const until = facts.calibratedUntil
  const reasons = [
    {
      rule: 'A meter is read within its calibration',
      source: COMMON_PRACTICE,
      inputs: { until: typeof until === 'string' ? until : 'not told' },
    },
  ]
  if (isCalibrated(facts, today))
    return { ...base, level: 'clear', sentence: `Meter ${name} is calibrated.`, reasons }
  return {
    ...base,
    level: 'unknown',
    sentence:
      typeof until === 'string'
        ? `Meter ${name} is past its calibration; what it reads is marked so.`
        : `Meter ${name} has no calibration on record; what it reads is marked so.`,
    remedy: 'Have it calibrated, or read with another.',
    reasons,
  }
}
