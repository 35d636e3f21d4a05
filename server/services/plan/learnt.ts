import { PLAN_THREADS_IDLE_MS } from '#server/heavy/pool'
import { PLANS_KEPT } from './judged-text'

/** The plans that the threads know, the newest first, by the digests of their texts. */
let learnt: string[] = []
/** When they were last at work, ms. */
let lastWork = -Infinity

/** The threads are given a plan. */
export function learn(key: string): void {
  learnt = [key, ...learnt.filter((other) => other !== key)].slice(0, PLANS_KEPT)
  lastWork = performance.now()
}

/** Whether they know it still: without work they go after a while, with all that they know. */
export const isLearnt = (key: string): boolean =>
  learnt.includes(key) && performance.now() - lastWork < PLAN_THREADS_IDLE_MS
