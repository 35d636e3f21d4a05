import { expose } from 'comlink'
import type { WorkPoint } from '#core/firewatch/reach-map'
import type { Plan } from '#core/plan/plan'
import { Flight, type FlightAnswer, type FlightQuery } from '#core/sparks/flight'
import { OPEN_GROUND, surroundingsOf } from '#core/sparks/surroundings'
import { SPARK_DROPS } from '#shared/permit/sparks'

export interface SparkQuery extends Omit<FlightQuery, 'work'> {
  work: WorkPoint
  /** null: nothing is known to stand around. */
  plan: Plan | null
}

const PORTION = 100

/** Runs off the page's thread; it is cancelled by ending the worker. */
const worker = {
  run({ plan, ...query }: SparkQuery, progress: (share: number) => void): FlightAnswer {
    const flight = new Flight(query, plan ? surroundingsOf(plan, query.work) : OPEN_GROUND)
    while (flight.done < SPARK_DROPS) {
      flight.step(Math.min(PORTION, SPARK_DROPS - flight.done))
      progress(flight.done / SPARK_DROPS)
    }
    return flight.answer()
  },
}
expose(worker)
