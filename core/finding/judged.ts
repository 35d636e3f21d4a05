import type { Finding } from './finding'

/** What a judgement came to, before its code and its reasons. */
export type Judged = Pick<Finding, 'level' | 'sentence' | 'remedy' | 'legal'>

export const clear = (sentence: string): Judged => ({ level: 'clear', sentence })

export const unknown = (sentence: string, remedy: string): Judged => ({
  level: 'unknown',
  sentence,
  remedy,
})

/** A stop that follows from law. */
export const legalStop = (sentence: string, remedy: string): Judged => ({
  level: 'stop',
  legal: true,
  sentence,
  remedy,
})
