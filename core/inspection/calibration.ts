import type { Finding, Reason } from '../finding/finding'
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

/** Why a reading wants a calibrated meter. */
export const CALIBRATED: Reason = {
  rule: 'A meter is read within its calibration',
  source: COMMON_PRACTICE,
}
/** Of a reading on record. @param calibrated when it was read; null: nobody told by which meter */
export function calibratedSays(calibrated: boolean | null): string {
  if (calibrated === null) return 'by which meter is not told'
  return calibrated ? 'within its calibration' : 'not within a calibration that is on record'
}

/** Whether the readings of a meter count. */
export function judgeCalibration(name: string, facts: Facts, today: string): Finding {
  const base = { code: 'gear.calibration', step: 'gear' as const }
  const until = facts.calibratedUntil
  const reasons = [
    {
      ...CALIBRATED,
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
