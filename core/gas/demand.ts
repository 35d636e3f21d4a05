import type { JobSpec } from '../job/job'
import { isFlame } from '../job/job'
import { isShielded } from './needs'
import type { Line } from './set/kind'

/** What a piece of work takes from a cylinder. */
export interface Demand {
  /** While the arc or flame burns, m3/s at 70 F and one atmosphere. */
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

type GasJob = Pick<
  JobSpec,
  | 'process'
  | 'shieldFlow'
  | 'postFlow'
  | 'starts'
  | 'purgeVolume'
  | 'gasFlow'
  | 'otherFlow'
  | 'arcMinutes'
>
const LITRES_AN_HOUR = 1 / 1000 / 3600
const LITRES_A_MINUTE = 1 / 1000 / 60

/** What a flame burns by line, m3/s; the flow of the process stands for acetylene in welding, for oxygen in cutting. */
export function flameFlows({
  process,
  gasFlow,
  otherFlow,
}: Pick<GasJob, 'process' | 'gasFlow' | 'otherFlow'>): Record<'oxygen' | 'fuel', number | null> {
  const own = inCubicMetres(gasFlow)
  const other = inCubicMetres(otherFlow)
  if (process === 'OFC') return { oxygen: own, fuel: other }
  if (process === 'OFW') return { oxygen: other, fuel: own }
  return { oxygen: null, fuel: other }
}
const inCubicMetres = (flow: number | null | undefined): number | null =>
  flow === null || flow === undefined ? null : flow * LITRES_AN_HOUR

/** What a job takes by line, m3; null: it takes this gas, and how much is not told. A line that is not there is not drawn from. */
export function demandsOf(job: GasJob): Partial<Record<Line, number | null>> {
  const burning = { arcMinutes: job.arcMinutes, postFlowSeconds: 0, starts: 0, purge: 0 }
  if (isFlame(job.process)) {
    const { oxygen, fuel } = flameFlows(job)
    const torch = job.process === 'TB' || job.process === 'TS'
    return {
      // A brazing or soldering torch may burn in air.
      ...(!torch && { oxygen: demandOf({ ...burning, flow: oxygen }) }),
      fuel: demandOf({ ...burning, flow: fuel }),
    }
  }
  if (!isShielded(job.process)) return {}
  return {
    inert: demandOf({
      flow: job.shieldFlow === null ? null : job.shieldFlow * LITRES_A_MINUTE,
      arcMinutes: job.arcMinutes,
      postFlowSeconds: job.postFlow ?? 0,
      starts: job.starts ?? 0,
      purge: job.purgeVolume ?? 0,
    }),
  }
}
