import { isArc, type JobSpec } from '../job/job'
import { FLIGHT_RANGE, type FlightAnswer, type FlightQuery } from '../sparks/flight'
import type { Floor } from '../plan/plan'
import type { NotReckoned, SparkReach } from './spark-reach'

/** What of a job its sparks depend on. */
export type SparkJob = Pick<JobSpec, 'process' | 'amps'> & {
  air: Pick<JobSpec['air'], 'space' | 'wind'>
}

/** Whether work is under the sky, by its job or by the plan. */
export const isOutdoors = (
  { air }: Pick<SparkJob, 'air'>,
  floor: Pick<Floor, 'outdoors'> | null,
): boolean => air.space === 'outdoors' || floor?.outdoors === true

/**
 * What a reckoning of the sparks of a job takes; else why there is none.
 * @param floor of the published plan on which the work is; null: it is on none
 * @param height of the arc above it, m; null: not told
 */
export function sparkQuery(
  job: SparkJob,
  floor: Pick<Floor, 'outdoors'> | null,
  height: number | null,
): Omit<FlightQuery, 'work' | 'seed'> | NotReckoned {
  if (height === null)
    return {
      because: 'nobody said how high the work is',
      remedy: 'Enter how high above the floor the work is.',
    }
  const wind = isOutdoors(job, floor) ? job.air.wind : 0
  if (wind === null)
    return {
      because: 'the work is outdoors and the wind is not told',
      remedy: 'Enter the wind under Air of the job, and describe the job as outdoors.',
    }
  if (!isWithin(wind, FLIGHT_RANGE.wind))
    return {
      because: `a wind of ${wind} m/s is beyond what can be reckoned`,
      remedy: 'No hot work in such wind. Wait until it is calmer.',
    }
  if (!isWithin(height, FLIGHT_RANGE.height))
    return {
      because: `a height of ${height} m is beyond what can be reckoned`,
      remedy: 'Have a competent person say how far to sweep.',
    }
  return { process: job.process, amps: isArc(job.process) ? job.amps : null, height, wind }
}

const isWithin = (figure: number, [least, most]: readonly [number, number]): boolean =>
  figure >= least && figure <= most

/** What of a reckoning stands on a permit. @param floors of the plan; @param own the floor of the work */
export function sparkReach(
  { far, openings, landings }: FlightAnswer,
  height: number,
  floors: readonly Floor[],
  own: string | null,
): SparkReach {
  const fallen = new Set(landings.map(({ floor }) => floor))
  return {
    far,
    height,
    openings: openings.map(({ name }) => name),
    below: floors.filter(({ id }) => id !== own && fallen.has(id)).map(({ name }) => name),
  }
}
