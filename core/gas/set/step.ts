import type { Source } from '../../finding/source'
import type { Line } from './kind'

/** What is done with a set, one thing after the other. */
export const TASKS = ['setUp', 'leakTest', 'light', 'shutDown', 'tearDown', 'transport'] as const
export type Task = (typeof TASKS)[number]
export const TASK_NAME: Record<Task, string> = {
  setUp: 'Set up',
  leakTest: 'Leak test',
  light: 'Light',
  shutDown: 'Shut down',
  tearDown: 'Strip',
  transport: 'Transport',
}

/** The step with which a leak test begins. */
export const LEAK_TEST_BEGINS = 'soap'

/** What is entered beside "done": nothing, a working pressure, the gauge of a leak test before or after. */
export type StepEntry = 'none' | 'working' | 'before' | 'after'

/** One step on the phone. */
export interface Step {
  id: string
  /** What to do. */
  text: string
  /** Why, in a sentence. */
  why: string
  source: Source
  entry: StepEntry
  line: Line | null
  /** It takes this long, s: the phone counts. */
  seconds: number | null
}
