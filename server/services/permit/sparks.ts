import type { NotReckoned, SparkReach } from '#core/firewatch/spark-reach'
import { sparkQuery, sparkReach, type SparkJob } from '#core/firewatch/spark-query'
import type { WorkPoint } from '#core/firewatch/reach-map'
import { Flight, type FlightQuery } from '#core/sparks/flight'
import { OPEN_GROUND, surroundingsOf } from '#core/sparks/surroundings'
import type { KeptSparks, PermitDbRow } from '#server/db/permit'
import { SPARK_DROPS } from '#shared/permit/sparks'
import type { Ground } from './ground'

/** Where some hot work is, as far as its sparks are concerned. */
export interface SparkCase {
  job: SparkJob
  ground: Ground | null
  work: WorkPoint | null
  height: number | null
  /** Number of the permit: the same permit, the same figures. */
  seed: number
}

/** What the figures of a reckoning are of. A permit of anything else has to be reckoned again. */
const sparkBasis = (of: SparkCase): string =>
  JSON.stringify([
    of.work && [of.work.floor, of.work.x, of.work.y, of.ground?.edition ?? null],
    sparkQuery(of.job, floorOf(of), of.height),
  ])

/** Reckon the sparks of a permit. It takes a second or more: call it in the pool. */
export function reckonSparks(of: SparkCase): KeptSparks {
  const basis = sparkBasis(of)
  const query = sparkQuery(of.job, floorOf(of), of.height)
  if ('because' in query) return { basis, reach: query }
  const flight = new Flight(flightOf(of, query), groundOf(of))
  flight.step(SPARK_DROPS)
  const floors = of.ground?.plan.floors ?? []
  return {
    basis,
    reach: sparkReach(flight.answer(), query.height, floors, of.work?.floor ?? null),
  }
}

const flightOf = (
  { work, seed }: SparkCase,
  query: Omit<FlightQuery, 'work' | 'seed'>,
): FlightQuery => ({ ...query, work: work ?? { x: 0, y: 0 }, seed })

const groundOf = (of: SparkCase) =>
  of.ground && of.work && floorOf(of) ? surroundingsOf(of.ground.plan, of.work) : OPEN_GROUND

const floorOf = ({ ground, work }: SparkCase) =>
  ground?.plan.floors.find(({ id }) => id === work?.floor) ?? null

/** What a permit says of its sparks. Once it was issued nothing is reckoned again: what it was issued with stays. */
export function sparksOf(
  { state, sparks: kept }: Pick<PermitDbRow, 'state' | 'sparks'>,
  of: SparkCase,
): SparkReach | NotReckoned {
  if (kept && state !== 'draft') return kept.reach
  if (kept?.basis === sparkBasis(of)) return kept.reach
  const query = sparkQuery(of.job, floorOf(of), of.height)
  if ('because' in query) return query
  return {
    because: kept
      ? 'job, place or plan changed since they were'
      : 'the fire check has not been saved since they can be',
    remedy: 'Save the fire check again.',
  }
}
