import type { Finding } from '../../finding/finding'
import { judgeAcetylenePressure } from '../acetylene'
import { judgeLeak } from '../leak'
import type { Line } from './kind'
import type { Step } from './step'

/** Gauge and temperature at a step; Pa gauge, K. */
export interface StepReading {
  pressure: number | null
  temperature: number | null
}

/** What was answered to a step. */
export interface StepAnswer {
  step: string
  result: 'done' | 'failed'
  /** By the server's clock, ms since 1970. */
  at: number
  reading: StepReading | null
}

/** The step that comes next; null when there is none left, or one failed. */
export function nextStep(steps: readonly Step[], answers: readonly StepAnswer[]): Step | null {
  if (answers.some(({ result }) => result === 'failed')) return null
  const answered = new Set(answers.map(({ step }) => step))
  return steps.find(({ id }) => !answered.has(id)) ?? null
}

/** What the set is made of, as far as a reading depends on it. */
export interface RunFacts {
  acetylene: boolean
  /** Room of hoses, by line, m3; null or missing: not told. */
  volume: Readonly<Partial<Record<Line, number | null>>>
  /** Finest step of the outlet gauge, by line, Pa. */
  resolution: Readonly<Partial<Record<Line, number | null>>>
}

const MINUTE = 60_000

/**
 * What a reading at a step says; null where the step asks for none, or for one that stands for itself.
 * @param at when it was read, ms since 1970: a leak test lasts from the reading before to this one
 */
export function judgeReading(
  step: Step,
  reading: StepReading,
  { answers, facts, at }: { answers: readonly StepAnswer[]; facts: RunFacts; at: number },
): Finding | null {
  if (step.entry === 'working')
    return step.line === 'fuel' && facts.acetylene ? judgeAcetylenePressure(reading.pressure) : null
  if (step.entry !== 'after' || step.line === null) return null
  const before = answers.find((answer) => answer.step === `before.${step.line}`)
  return judgeLeak({
    before: {
      pressure: before?.reading?.pressure ?? Number.NaN,
      temperature: before?.reading?.temperature ?? null,
    },
    after: { pressure: reading.pressure ?? Number.NaN, temperature: reading.temperature },
    minutes: before ? (at - before.at) / MINUTE : Number.NaN,
    volume: facts.volume[step.line] ?? null,
    resolution: facts.resolution[step.line] ?? Number.NaN,
  })
}

/** What became of a step: it counts as done, as failed, or it has to be done again before it counts. */
export function outcomeOf(
  finding: Finding | null,
  entry: Step['entry'],
): 'done' | 'failed' | 'again' {
  if (finding === null || finding.level === 'clear' || finding.level === 'caution') return 'done'
  // A leak is a fault of the set. A pressure that is set too high is set again; what is not known is read again.
  return finding.level === 'stop' && entry === 'after' ? 'failed' : 'again'
}
