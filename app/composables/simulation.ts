import type { RunAnswer, RunQuery } from '~/workers/simulate'
import { useWorkerRun } from './worker-run'

/** Draws in a web worker: an answer that can be repeated from its seed. */
export const useSimulation = () =>
  useWorkerRun<RunQuery, RunAnswer>(
    () => new Worker(new URL('../workers/simulate.ts', import.meta.url), { type: 'module' }),
  )
