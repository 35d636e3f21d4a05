import type { Source } from './source'

export const LEVELS = ['clear', 'caution', 'unknown', 'stop'] as const
/** How a judgement came out, mildest first. `unknown` is never treated or shown as `clear`. */
export type Level = (typeof LEVELS)[number]

export const STEPS = ['eyes', 'body', 'air', 'gear', 'fire', 'watch'] as const
/** The step of the work that a Finding belongs to; the screens follow this order. */
export type Step = (typeof STEPS)[number]

export const UNITS = [
  'shade',
  'A',
  'mm',
  'm',
  'm2',
  'm3',
  'm/s',
  'm3/s',
  'mg/m3',
  'ppm',
  'kg/h',
  'g/h',
  'min',
  'h',
  's',
  'days',
  'Pa',
  'Pa static',
  'V',
  'W',
  'nm',
  'rad',
  'OD',
  'share',
  'count',
  'L/h',
  'L/min',
  'kg',
  'K',
  'ohm',
  'mm2',
  'rpm',
] as const
export type Unit = (typeof UNITS)[number]
/** A number with its unit in SI (or a shade number, which has none). */
export interface Quantity {
  amount: number
  unit: Unit
}

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
  /** Names for which the very same holds, and what holds; such Findings are shown as one. */
  alike?: { names: string[]; says: string }
  /** A stop that follows from law; no one may override it. */
  legal?: boolean
}

const rank = (level: Level): number => LEVELS.indexOf(level)

/** Compares for a sort: worst first. */
export const worstFirst = (one: Level, other: Level): number => rank(other) - rank(one)

/**
 * The level of a set of Findings: the worst of them.
 * An empty set is `unknown`: nothing has been checked, so nothing is clear.
 */
export function worstLevel(findings: readonly Pick<Finding, 'level'>[]): Level {
  if (findings.length === 0) return 'unknown'
  return findings.reduce<Level>(
    (worst, f) => (rank(f.level) > rank(worst) ? f.level : worst),
    'clear',
  )
}

/** Worst first, order otherwise kept, for lists in which the reader must see trouble at the top. */
export function byWorst<T extends Pick<Finding, 'level'>>(findings: readonly T[]): T[] {
  return [...findings].sort((a, b) => worstFirst(a.level, b.level))
}

/** Whether a Finding holds a permit back: any stop or unknown. */
export const blocks = (finding: Pick<Finding, 'level'>): boolean =>
  finding.level === 'stop' || finding.level === 'unknown'

/** Whether a lead may set it aside with a written reason: only a stop that is not law. */
export const overridable = (finding: Pick<Finding, 'level' | 'legal'>): boolean =>
  finding.level === 'stop' && !finding.legal
