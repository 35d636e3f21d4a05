import { chiSquareAt } from '../sampling/distribution'

/** Mean time between failures with the interval in which it lies; days. Null: no end on that side. */
export interface BetweenFailures {
  failures: number
  /** Days in service of all pieces together. */
  days: number
  mean: number | null
  low: number | null
  high: number | null
  confidence: number
}

/**
 * Mean time between failures of a fleet watched for some time, failures taken as coming at a constant rate.
 * With no failure there is a least mean time and no mean. Chi-square limits for a time-ended test, IEC 60605-4 and
 * MIL-HDBK-338B 8.3.2.5.2, from memory.
 * @param failures whole number from 0
 * @param days in service of all pieces together, over 0
 * @param confidence of both sides together, over 0 and under 1
 * @throws RangeError when a figure makes no sense
 */
export function betweenFailures(failures: number, days: number, confidence = 0.9): BetweenFailures {
  const sound = Number.isInteger(failures) && failures >= 0 && Number.isFinite(days) && days > 0
  if (!sound || !(confidence > 0 && confidence < 1))
    throw new RangeError('Failures are counted from 0, days and confidence are over 0.')
  const tail = (1 - confidence) / 2
  // Without a failure there is one side only, which takes both tails.
  const low = (2 * days) / chiSquareAt(failures === 0 ? confidence : 1 - tail, 2 * failures + 2)
  return {
    failures,
    days,
    mean: failures === 0 ? null : days / failures,
    low,
    high: failures === 0 ? null : (2 * days) / chiSquareAt(tail, 2 * failures),
    confidence,
  }
}
