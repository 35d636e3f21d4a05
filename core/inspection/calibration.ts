import type { Finding, Reason, Unit } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import type { Facts, GearKind } from './kind'
import type { ChecklistLine } from './line'

export const METER_KINDS = ['gasMeter', 'airMeter', 'voltMeter'] as const
export type MeterKind = (typeof METER_KINDS)[number]
export const isMeter = (kind: GearKind): boolean => METER_KINDS.some((meter) => meter === kind)

/** The meter that a reading in a unit is taken by; undefined: none that has to be calibrated here. */
const METER_OF: Readonly<Partial<Record<Unit, MeterKind>>> = {
  V: 'voltMeter',
  A: 'voltMeter',
  ohm: 'voltMeter',
  'm/s': 'airMeter',
  ppm: 'gasMeter',
}
export const meterOf = ({ measure }: Pick<ChecklistLine, 'measure'>): MeterKind | undefined =>
  measure && METER_OF[measure.unit]
/** The meters that a checklist asks for. */
export const metersOf = (lines: readonly Pick<ChecklistLine, 'measure'>[]): MeterKind[] =>
  METER_KINDS.filter((kind) => lines.some((line) => meterOf(line) === kind))

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

/** By what a reading was taken; no name: by one that is not in the register, which counts as not calibrated. */
interface MeterUsed {
  meter: string | null
  calibrated: boolean
}
export type MetersUsed = Readonly<Partial<Record<MeterKind, MeterUsed>>>

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
