import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE, published } from '../finding/source'
import { supplyFactor } from './supply.table'

/** Minutes of the cycle that a duty cycle is told for. IEC 60974-1, NEMA EW 1. */
const CYCLE_MINUTES = 10

/** What the plate says: so many amps for such a share of ten minutes. */
export interface RatedPoint {
  /** A */
  amps: number
  /** From over 0 to 1. */
  duty: number
  /** The highest output, A; null: not told. */
  highest: number | null
}

/** What is planned: amps, and the share of any ten minutes with the arc on. */
export interface PlannedArc {
  amps: number
  share: number
}

/**
 * The share of ten minutes for which a machine may give some amps: heat goes with the square of the current.
 * @param rated the plate
 * @param amps A, over 0
 * @returns from over 0 to 1
 * @throws RangeError when a figure makes no sense
 */
export function dutyAt({ amps, duty }: Pick<RatedPoint, 'amps' | 'duty'>, planned: number): number {
  const told = [amps, duty, planned]
  if (!told.every((x) => Number.isFinite(x) && x > 0) || duty > 1)
    throw new RangeError('Amps are over 0, a duty cycle is over 0 and at most 100 %.')
  return Math.min(1, duty * (amps / planned) ** 2)
}

const RULE = {
  rule: 'Ten-minute law: amps squared times duty stay the same',
  source: published('IEC 60974-1 and NEMA EW 1, duty cycle'),
}

/** Whether a machine stands the work, and if not how long on and how long off. Nothing told of its plate is unknown. */
export function judgeDuty(rated: RatedPoint | null, planned: PlannedArc): Finding {
  const base = { code: 'electric.duty', step: 'gear' as const }
  if (!rated || !makesSense(rated, planned))
    return {
      ...base,
      level: 'unknown',
      sentence: 'No answer: rated amps and duty cycle of the machine are not told.',
      remedy: 'Read them off the plate.',
      reasons: [RULE],
    }
  const inputs = {
    rated: { amount: rated.amps, unit: 'A' as const },
    duty: { amount: rated.duty, unit: 'share' as const },
    planned: { amount: planned.amps, unit: 'A' as const },
    share: { amount: planned.share, unit: 'share' as const },
  }
  const reasons = [{ ...RULE, inputs }]
  if (rated.highest !== null && planned.amps > rated.highest)
    return {
      ...base,
      level: 'stop',
      value: { amount: planned.amps, unit: 'A' },
      sentence: `${planned.amps} A is more than the ${rated.highest} A that this machine gives.`,
      remedy: 'Take a larger machine.',
      reasons,
    }
  const duty = dutyAt(rated, planned.amps)
  // Rounded down, as a longer arc would not be answered for; the rest is what is left of the cycle.
  const on = Math.floor(duty * CYCLE_MINUTES * 10 + 1e-9) / 10
  const value = { amount: duty, unit: 'share' as const }
  if (planned.share > duty)
    return {
      ...base,
      level: 'caution',
      value,
      sentence: `At ${planned.amps} A: ${on} min on, then ${Number((CYCLE_MINUTES - on).toFixed(1))} min off. That is less than planned.`,
      remedy: 'Rest it so, with its fan on, or take a larger machine.',
      reasons,
    }
  return {
    ...base,
    level: 'clear',
    value,
    sentence:
      duty === 1
        ? `At ${planned.amps} A it may run without a rest.`
        : `At ${planned.amps} A it may run ${on} min of any ten.`,
    reasons,
  }
}

function makesSense(rated: RatedPoint, planned: PlannedArc): boolean {
  const positive = [rated.amps, rated.duty, planned.amps]
  return (
    positive.every((x) => Number.isFinite(x) && x > 0) &&
    rated.duty <= 1 &&
    planned.share >= 0 &&
    planned.share <= 1 &&
    (rated.highest === null || rated.highest > 0)
  )
}

/**
 * The least current that the supply conductors of an arc welder have to carry.
 * @param supplyAmps rated primary current, A
 * @param duty rated duty cycle, over 0 to 1
 */
export function judgeSupply(supplyAmps: number | null, duty: number | null): Finding {
  const base = { code: 'electric.supply', step: 'gear' as const }
  const factor = duty === null ? null : supplyFactor(duty)
  const rule = {
    rule: 'Supply conductors carry the rated supply current times a factor by duty cycle',
    source: published('NEC (NFPA 70) table 630.11(A), without motor-generator'),
  }
  if (supplyAmps === null || !Number.isFinite(supplyAmps) || supplyAmps <= 0 || factor === null)
    return {
      ...base,
      level: 'unknown',
      sentence: 'No answer: rated supply current and duty cycle are not told.',
      remedy: 'Read them off the plate.',
      reasons: [rule],
    }
  const amount = supplyAmps * factor
  return {
    ...base,
    level: 'clear',
    value: { amount, unit: 'A' },
    sentence: `Its supply cable has to carry at least ${Math.ceil(amount * 10) / 10} A. A licensed electrician chooses cable and breaker.`,
    reasons: [
      { ...rule, inputs: { supply: { amount: supplyAmps, unit: 'A' }, factor } },
      { rule: 'One welder on its own supply', source: COMMON_PRACTICE },
    ],
  }
}
