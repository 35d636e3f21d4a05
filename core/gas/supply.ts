import type { Finding, Reason } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import type { JobSpec } from '../job/job'
import { isShielded } from './needs'

/** What a piece of work takes from a cylinder. */
export interface Demand {
  /** Shielding gas while the arc burns, m3/s at 70 F and one atmosphere. */
  flow: number | null
  arcMinutes: number | null
  /** After each arc the gas flows on: seconds, and how often. */
  postFlowSeconds: number
  starts: number
  /** Gas for purging, m3. */
  purge: number
}

/** m3 at 70 F and one atmosphere; null where the flow or the arc time is not told. */
export function demandOf({
  flow,
  arcMinutes,
  postFlowSeconds,
  starts,
  purge,
}: Demand): number | null {
  if (flow === null || arcMinutes === null) return null
  const amount = flow * (arcMinutes * 60 + postFlowSeconds * starts) + purge
  return Number.isFinite(amount) && amount >= 0 && flow > 0 && arcMinutes >= 0 ? amount : null
}

/** Shielding gas that a job takes, m3; null where its flow is not told, or nothing is shielded. */
export function shieldDemand(
  job: Pick<JobSpec, 'process' | 'shieldFlow' | 'arcMinutes'>,
): number | null {
  if (job.shieldFlow === null || !isShielded(job.process)) return null
  return demandOf({
    flow: job.shieldFlow / 1000 / 60,
    arcMinutes: job.arcMinutes,
    postFlowSeconds: 0,
    starts: 0,
    purge: 0,
  })
}

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

/**
 * Whether a cylinder lasts for a piece of work.
 * @param left what can be used, m3; null: unknown @param demand m3; null: unknown @param name of the cylinder, where there are several
 */
export function judgeSupply(left: number | null, demand: number | null, name?: string): Finding {
  const what = name ? `Cylinder ${name}` : 'The cylinder'
  const base = { code: 'gas.enough', step: 'gear' as const }
  const reason: Reason = {
    rule: 'What is left against flow, arc time, post-flow and purge',
    source: COMMON_PRACTICE,
    inputs: {
      ...(left !== null && { gasLeft: { amount: left, unit: 'm3' as const } }),
      ...(demand !== null && { gasNeeded: { amount: demand, unit: 'm3' as const } }),
    },
  }
  if (left === null || !Number.isFinite(left))
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
  if (left < demand)
    return {
      ...base,
      level: 'stop',
      value: { amount: demand - left, unit: 'm3' },
      sentence: `${what} does not last for this work.`,
      remedy: 'Swap it first, or have a full one beside it.',
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
