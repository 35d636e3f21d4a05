import { expose } from 'comlink'
import type { AirCase } from '#core/air/case'
import { compareControls, type Control } from '#core/air/controls'
import { whatIsNeeded, type Needed } from '#core/air/inverse'
import { judgeAir, type AirAnswer } from '#core/air/judge'
import { Simulation, tornado, type Swing } from '#core/air/simulate'
import type { LimitSet } from '#core/exposure/terms'
import type { RespiratorKind } from '#core/job/job'

export interface RunQuery {
  air: AirCase
  adopted: LimitSet[]
  respirator: RespiratorKind
  seed: number
  draws: number
}
export interface RunAnswer {
  answer: AirAnswer
  controls: Control[]
  swings: Swing[]
  needed: Needed[]
  seed: number
  draws: number
}

const PORTION = 10_000

/** Runs off the page's thread; it is cancelled by ending the worker, so nothing has to be asked in between. */
const worker = {
  run(query: RunQuery, progress: (share: number) => void): RunAnswer {
    const simulation = new Simulation(query.air, query.seed)
    while (simulation.done < query.draws) {
      simulation.step(Math.min(PORTION, query.draws - simulation.done))
      progress(simulation.done / query.draws)
    }
    const answer = judgeAir(query.air, query.adopted, simulation.result(), query.respirator)
    const decisive = answer.decisive?.substance
    return {
      answer,
      controls: decisive ? compareControls(query.air, decisive, query.adopted, query.seed) : [],
      swings: decisive ? tornado(query.air, decisive) : [],
      needed: whatIsNeeded(query.air, query.adopted),
      seed: query.seed,
      draws: query.draws,
    }
  },
}
expose(worker)
