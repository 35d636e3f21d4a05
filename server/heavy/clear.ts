import { setFlagsFromString } from 'node:v8'
import { runInNewContext } from 'node:vm'

// Whoever is told to clear away is found in a context that is made after this alone.
setFlagsFromString('--expose-gc')
const collect = runInNewContext('gc') as (options: { type: 'minor' }) => void

/** Once an answer has left, what it took is cleared away, so that the next one need not wait for that. */
export const clearAfterAnswer = (): void => {
  setImmediate(() => collect({ type: 'minor' }))
}
