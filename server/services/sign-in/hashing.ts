import { AppError } from '#server/errors'

/** Hashing keeps a core busy for a quarter of a second: so many at a time, so many waiting, and no more. */
const AT_ONCE = 2
const MOST_WAITING = 60

let running = 0
const waiting: (() => void)[] = []

/** Take turns at hashing. @throws AppError 503 when too many wait already */
export async function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (running >= AT_ONCE) {
    if (waiting.length >= MOST_WAITING)
      throw new AppError(
        503,
        'busy',
        'Too many people sign at this moment. Nothing was saved; try again in a few seconds.',
        undefined,
        5,
      )
    await new Promise<void>((go) => waiting.push(go))
  } else running++
  try {
    return await work()
  } finally {
    const next = waiting.shift()
    if (next) next()
    else running--
  }
}
