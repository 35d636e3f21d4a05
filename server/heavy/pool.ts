import { availableParallelism } from 'node:os'
import { Tinypool } from 'tinypool'
import { AppError } from '../errors'
import type { TaskInput, TaskName, TaskOutput } from './tasks'

const MINUTE = 60_000
/** The threads that share a plan go after so long without work, ms. */
export const PLAN_THREADS_IDLE_MS = 15 * MINUTE
/**
 * Long work has threads of its own, so that a permit is printed while somebody draws. Two share a plan, each of them
 * always the same part: it knows what it found before the last line was drawn, and is kept while somebody thinks about
 * the next.
 */
const LANES = {
  long: { threads: Math.max(1, availableParallelism() - 1), waiting: 3, idle: MINUTE },
  short: { threads: Math.min(2, availableParallelism()), waiting: 30, idle: 15 * MINUTE },
  places: { threads: 1, waiting: 30, idle: PLAN_THREADS_IDLE_MS },
  ways: { threads: 1, waiting: 30, idle: PLAN_THREADS_IDLE_MS },
} as const

/** The room for what lives short is wider than by default: a plan makes a lot of it, and each time it is full the thread waits. */
const MEMORY = { maxOldGenerationSizeMb: 768, maxYoungGenerationSizeMb: 128 }

/** Which threads a task has, s after which it is stopped, its waiting for them counted in, and how many of them one person may have under way. */
const TASK_RULES: Record<TaskName, { lane: keyof typeof LANES; seconds: number; each: number }> = {
  workOutAir: { lane: 'long', seconds: 75, each: 1 },
  planSamples: { lane: 'short', seconds: 20, each: 1 },
  planConsumables: { lane: 'short', seconds: 10, each: 1 },
  readRosterFile: { lane: 'short', seconds: 10, each: 1 },
  renderCalendar: { lane: 'short', seconds: 10, each: 2 },
  readGearFile: { lane: 'short', seconds: 10, each: 2 },
  readDeliveryFile: { lane: 'short', seconds: 5, each: 2 },
  shrinkPhoto: { lane: 'short', seconds: 15, each: 3 },
  judgePlacesOf: { lane: 'places', seconds: 20, each: 3 },
  judgeWaysOf: { lane: 'ways', seconds: 20, each: 3 },
  furtherOfPlaces: { lane: 'places', seconds: 20, each: 3 },
  furtherOfWays: { lane: 'ways', seconds: 20, each: 3 },
  errorsOfPlan: { lane: 'short', seconds: 20, each: 2 },
  findUnreached: { lane: 'short', seconds: 20, each: 2 },
  walksOfPlan: { lane: 'short', seconds: 20, each: 2 },
  reckonSparks: { lane: 'short', seconds: 20, each: 2 },
  orderWalk: { lane: 'short', seconds: 20, each: 1 },
  // Several sheets are opened one after the other.
  render: { lane: 'short', seconds: 30, each: 4 },
}

let pools: Record<keyof typeof LANES, Tinypool> | null = null

/** Let the work run in threads. Without it, as in scripts and tests of a service, it runs where it is asked for. @param file the built worker */
export function openPools(file: string): void {
  const open = ({ threads, waiting, idle }: (typeof LANES)[keyof typeof LANES]): Tinypool =>
    new Tinypool({
      filename: file,
      runtime: 'worker_threads',
      minThreads: 0,
      maxThreads: threads,
      maxQueue: waiting,
      idleTimeout: idle,
      resourceLimits: MEMORY,
    })
  pools = {
    long: open(LANES.long),
    short: open(LANES.short),
    places: open(LANES.places),
    ways: open(LANES.ways),
  }
}

export async function closePools(): Promise<void> {
  const closing = pools
  pools = null
  await Promise.all(Object.values(closing ?? {}).map((pool) => pool.destroy()))
}

/** How many of which task each person has under way, so that nobody fills the queue. */
const running = new Map<string, number>()

/**
 * Run a task off the server's thread. Call it outside any transaction.
 * @throws AppError 429 while this person has as many running as may be, 503 when too many wait or it takes too long; whatever the task throws
 */
export async function inPool<T extends TaskName>(
  task: T,
  person: string,
  input: TaskInput<T>,
): Promise<TaskOutput<T>> {
  const key = `${task} ${person}`
  const now = running.get(key) ?? 0
  if (now >= TASK_RULES[task].each)
    throw new AppError(
      429,
      'one_at_a_time',
      'You have one of these running. Wait until it is done.',
      undefined,
      5,
    )
  running.set(key, now + 1)
  try {
    return await run(task, input)
  } finally {
    const left = running.get(key)! - 1
    if (left > 0) running.set(key, left)
    else running.delete(key)
  }
}

async function run<T extends TaskName>(task: T, input: TaskInput<T>): Promise<TaskOutput<T>> {
  const { lane, seconds } = TASK_RULES[task]
  if (!pools) {
    const { TASKS } = await import('./tasks')
    return await (TASKS[task] as (given: TaskInput<T>) => Promise<TaskOutput<T>>)(input)
  }
  const patience = new AbortController()
  const { signal } = patience
  // Ended with the task: a task that was refused may not be stopped later on.
  const timer = setTimeout(() => patience.abort(), seconds * 1000)
  try {
    return (await pools[lane].run({ task, input }, { signal })) as TaskOutput<T>
  } catch (error) {
    throw refusalOf(error, signal, seconds)
  } finally {
    clearTimeout(timer)
  }
}

function refusalOf(error: unknown, signal: AbortSignal, seconds: number): unknown {
  const busy = (message: string, after: number): AppError =>
    new AppError(503, 'busy', message, undefined, after)
  if (signal.aborted)
    return busy(`This took longer than ${seconds} s and was stopped. Nothing was saved.`, 30)
  if (!pools) return busy('The server is stopping. Nothing was saved; try again in a moment.', 10)
  const { message = '' } = error as { message?: string }
  if (/queue is at limit/i.test(message))
    return busy('The server has its hands full. Nothing was saved; try again in a moment.', 10)
  return error
}
