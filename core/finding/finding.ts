import type { Source } from './source'

/** How a judgement came out. `unknown` is never treated or shown as `clear`. */
export type Level = 'clear' | 'caution' | 'stop' | 'unknown'

/** The step of the work that a Finding belongs to; the screens follow this order. */
export type Step = 'eyes' | 'body' | 'air' | 'gear' | 'fire' | 'watch'

/** A number with its unit in SI (or a shade number, which has none). */
export interface Quantity {
  amount: number
  unit: Unit
}
export type Unit =
  | 'shade'
  | 'A'
  | 'mm'
  | 'm'
  | 'm2'
  | 'm3'
  | 'm/s'
  | 'm3/s'
  | 'mg/m3'
  | 'kg/h'
  | 'g/h'
  | 'min'
  | 'h'
  | 'Pa'
  | 'Pa static'
  | 'V'
  | 'share'
  | 'count'
  | 'L/h'
  | 'W'
  | 'nm'
  | 'rad'
  | 's'
  | 'OD'

/** What went into a judgement, kept so that it can be checked by hand later. */
export type Input = Quantity | string | number | boolean

export interface Reason {
  rule: string
  source: Source
  inputs?: Record<string, Input>
}

/** One judgement: its level, the answer, the sentence a person reads, what to do, and why. */
export interface Finding {
  /** Stable name of the check, e.g. `air.roomVolume`. */
  code: string
  step: Step
  level: Level
  /** The answer, when it is a number. */
  value?: Quantity
  sentence: string
  /** What to do about it. */
  remedy?: string
  reasons: Reason[]
  /** A stop that follows from law; no one may override it. */
  legal?: boolean
}

const RANK: Record<Level, number> = { clear: 0, caution: 1, unknown: 2, stop: 3 }

/**
 * The level of a set of Findings: the worst of them.
 * An empty set is `unknown`: nothing has been checked, so nothing is clear.
 */
export function worstLevel(findings: readonly Pick<Finding, 'level'>[]): Level {
  if (findings.length === 0) return 'unknown'
  return findings.reduce<Level>(
    (worst, f) => (RANK[f.level] > RANK[worst] ? f.level : worst),
    'clear',
  )
}

/** Worst first, order otherwise kept, for lists in which the reader must see trouble at the top. */
export function byWorst<T extends Pick<Finding, 'level'>>(findings: readonly T[]): T[] {
  return [...findings].sort((a, b) => RANK[b.level] - RANK[a.level])
}

/** Whether a Finding holds a permit back: any stop or unknown. */
export const blocks = (finding: Pick<Finding, 'level'>): boolean =>
  finding.level === 'stop' || finding.level === 'unknown'

/** Whether a lead may set it aside with a written reason: only a stop that is not law. */
export const overridable = (finding: Pick<Finding, 'level' | 'legal'>): boolean =>
  finding.level === 'stop' && !finding.legal
