import { byWorst, worstLevel, type Finding, type Level, type Step } from '../finding/finding'
import { inSentence, listed } from '../finding/wording'
import type { Assessment } from './assess'

/** One step of a job in a word or two, the sentence behind it, and how it came out. */
export interface StepAnswer {
  step: Exclude<Step, 'watch'>
  level: Level
  answer: string
  says: string
}

const AIR: Record<Level, string> = {
  clear: 'Clear',
  caution: 'With care',
  unknown: 'Not known',
  stop: 'Stop',
}
const GEAR: Record<Level, string> = {
  clear: 'Passed',
  caution: 'Fault on record',
  unknown: 'Look first',
  stop: 'Locked out',
}

const sentenceOf = (findings: readonly Finding[], step: Step): string =>
  byWorst(findings.filter((finding) => finding.step === step))[0]?.sentence ?? 'Nothing was judged.'

const EYES = { impact: 'Clear glasses', light: 'Light shade', laser: 'Laser eyewear' } as const

function eyesAnswer({ shade, wanted }: Assessment): string {
  if (shade.need !== 'filter') return EYES[shade.need]
  return wanted === null ? 'No shade' : `Shade ${wanted}`
}

/** Steps eyes, body, air and gear of a job in short. @param lacks pieces by id that the person named lacks on record */
export function stepAnswers(assessment: Assessment, lacks: readonly string[] = []): StepAnswer[] {
  const { findings, levels, ppe } = assessment
  const lacking = ppe.wear.filter((piece) => lacks.includes(piece.id))
  const names = (pieces: readonly { name: string }[]): string =>
    listed(pieces.map((piece) => inSentence(piece.name)))
  const wear = names(ppe.wear)
  const list = `${wear.charAt(0).toUpperCase()}${wear.slice(1)}.`
  const ofBody = levels.body === 'clear' ? list : sentenceOf(findings, 'body')
  const body = lacking.length > 0 ? `Lacks ${names(lacking)}.` : ofBody
  return [
    {
      step: 'eyes',
      level: levels.eyes,
      answer: eyesAnswer(assessment),
      says: sentenceOf(findings, 'eyes'),
    },
    {
      step: 'body',
      level: lacking.length > 0 ? 'stop' : levels.body,
      answer: `${ppe.wear.length} pieces`,
      says: body,
    },
    { step: 'air', level: levels.air, answer: AIR[levels.air], says: sentenceOf(findings, 'air') },
    {
      step: 'gear',
      level: levels.gear,
      answer: GEAR[levels.gear],
      says: sentenceOf(findings, 'gear'),
    },
  ]
}

/** Whether to start: the worst of the steps, and what holds it back. */
export function startAnswer(steps: readonly StepAnswer[]): { level: Level; because: StepAnswer[] } {
  const level = worstLevel(steps)
  return { level, because: level === 'clear' ? [] : steps.filter((step) => step.level === level) }
}

/** A level as the answer to "may the arc start?". */
export const START_NAME: Record<Level, string> = {
  clear: 'Start',
  caution: 'Start, with care',
  unknown: 'Do not start yet',
  stop: 'Do not start',
}
