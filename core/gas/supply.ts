import type { Finding, Reason } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'

/** What stays in a cylinder that is sent back: about 2 bar of its room. Common practice. */
const KEPT_ATMOSPHERES = 2

/** Gas that can be used, m3. @param volume water volume, m3, null: nothing is kept back that could be told */
export const usable = (left: number, volume: number | null): number =>
  Math.max(0, left - (volume ?? 0) * KEPT_ATMOSPHERES)

/** Minutes until what can be used is gone. @param flow m3/s @returns null where either is not known or nothing flows */
export function minutesLeft(usableGas: number | null, flow: number | null): number | null {
  if (usableGas === null || flow === null || !(flow > 0)) return null
  const minutes = usableGas / flow / 60
  return Number.isFinite(minutes) ? minutes : null
}

/** A flow meter and a gauge are good for so much; closer than this it may not be enough. */
const SPREAD = 0.15

/** Minutes of arc or flame after which it is empty; null where it lasts, or where nothing tells. */
export interface SwapTime {
  /** Before this it is not empty, by all that gauge and flow meter can be off. */
  earliest: number
  likely: number
}

/**
 * When a cylinder runs out during a piece of work.
 * @param left what can be used, m3 @param demand m3 @param minutes of arc or flame in it
 */
export function swapTime(
  left: number | null,
  demand: number | null,
  minutes: number | null,
): SwapTime | null {
  if (left === null || demand === null || minutes === null) return null
  if (![left, demand, minutes].every((one) => Number.isFinite(one) && one >= 0)) return null
  if (demand === 0 || left >= demand * (1 + SPREAD)) return null
  const likely = (left / demand) * minutes
  return { earliest: likely / (1 + SPREAD), likely: Math.min(likely, minutes) }
}

/** What a supply is judged for: which cylinders, and the arc or flame of the work in minutes. */
export interface SupplyOf {
  name?: string
  minutes?: number | null
}

/**
 * Whether a cylinder, or several on one line, last for a piece of work.
 * @param left what can be used, m3; null: unknown @param demand m3; null: unknown
 */
export function judgeSupply(
  left: number | null,
  demand: number | null,
  { name, minutes = null }: SupplyOf = {},
): Finding {
  const what = name ? `Cylinder ${name}` : 'The cylinder'
  const base = { code: 'gas.enough', step: 'gear' as const }
  const reason: Reason = {
    rule: 'What is left against flow, arc time, post-flow and purge',
    source: COMMON_PRACTICE,
    inputs: {
      ...(left !== null &&
        Number.isFinite(left) && { gasLeft: { amount: left, unit: 'm3' as const } }),
      ...(demand !== null &&
        Number.isFinite(demand) && { gasNeeded: { amount: demand, unit: 'm3' as const } }),
    },
  }
  if (left === null || !(Number.isFinite(left) && left >= 0))
    return {
      ...base,
      level: 'unknown',
      sentence: `${what}: nobody knows what is left, so whether it lasts is not known.`,
      remedy: 'Read the cylinder.',
      reasons: [reason],
    }
  if (demand === null || !Number.isFinite(demand) || demand < 0)
    return {
      ...base,
      level: 'unknown',
      sentence: `${what}: flow or arc time is not told, so whether it lasts is not known.`,
      remedy: 'Enter the gas flow and the arc time.',
      reasons: [reason],
    }
  const swap = swapTime(left, demand, minutes)
  if (left < demand)
    return {
      ...base,
      level: 'stop',
      value: { amount: demand - left, unit: 'm3' },
      sentence: `${what} does not last for this work.`,
      remedy: swap
        ? `Swap it after ${Math.floor(swap.earliest)} minutes of work at the latest, or take a full one.`
        : 'Swap it first, or have a full one beside it.',
      reasons: [reason],
    }
  if (left < demand * (1 + SPREAD))
    return {
      ...base,
      level: 'caution',
      value: { amount: left - demand, unit: 'm3' },
      sentence: `${what} may just last.`,
      remedy: 'Have a full one ready.',
      reasons: [
        reason,
        { rule: 'Flow meters and gauges are good for 15 %', source: COMMON_PRACTICE },
      ],
    }
  return {
    ...base,
    level: 'clear',
    value: { amount: left - demand, unit: 'm3' },
    sentence: `${what} lasts for this work.`,
    reasons: [reason],
  }
}
