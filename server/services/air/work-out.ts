import type { AirCase } from '#core/air/case'
import { compareControls } from '#core/air/controls'
import { judgeAir } from '#core/air/judge'
import { Simulation } from '#core/air/simulate'
import type { LimitSet } from '#core/exposure/terms'
import type { Finding } from '#core/finding/finding'
import type { RespiratorKind } from '#core/job/job'
import { resultsOf } from '#shared/air/results'
import type { Assessment } from '#shared/air/schema'

export interface AirRun {
  air: AirCase
  adopted: readonly LimitSet[]
  seed: number
  draws: number
  respirator: RespiratorKind
}
/** `fault` says why there is no answer. */
export type AirOutcome =
  { fault: string } | { fault: null; findings: Finding[]; results: Assessment['results'] }

/** Draw a case, judge it and compare controls: the same code as in the browser, for seconds or minutes. */
export function workOutAir({ air, adopted, seed, draws, respirator }: AirRun): AirOutcome {
  try {
    const simulation = new Simulation(air, seed)
    simulation.step(draws)
    const answer = judgeAir(air, adopted, simulation.result(), respirator)
    const decisive = answer.decisive?.substance ?? null
    return {
      fault: null,
      findings: answer.findings,
      results: {
        decisive,
        controls: decisive ? compareControls(air, decisive, adopted, seed) : [],
        substances: resultsOf(answer),
      },
    }
  } catch (error) {
    if (error instanceof RangeError) return { fault: error.message }
    throw error
  }
}
