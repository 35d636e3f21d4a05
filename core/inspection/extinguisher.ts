import { monthsAfter } from '../calendar/day'
import type { Finding } from '../finding/finding'
import { published } from '../finding/source'
import { classesOf, NFPA_10_CLASSES } from './fire-class'
import type { Facts } from './kind'

/** Years between two internal looks and two hydrostatic tests, by agent; null: none asked. */
interface Years {
  opened: number | null
  tested: number
}
const NFPA_10 = published('NFPA 10, tables of internal maintenance and hydrostatic test intervals')
export const EXTINGUISHER_YEARS: Readonly<Record<string, Years>> = {
  abc: { opened: 6, tested: 12 },
  bc: { opened: 6, tested: 12 },
  classD: { opened: 6, tested: 12 },
  co2: { opened: null, tested: 5 },
  water: { opened: 5, tested: 5 },
  foam: { opened: 5, tested: 5 },
  wetChemical: { opened: 5, tested: 5 },
}

/** What stands on its label has to fit its agent. @returns none where it does, or no rating is told */
export function judgeExtinguisherRating(name: string, facts: Facts): Finding[] {
  if (typeof facts.agent !== 'string') return []
  const classes = classesOf(facts)
  if (classes && classes.length > 0) return []
  return [
    {
      code: 'gear.extinguisherRating',
      step: 'gear',
      level: 'unknown',
      sentence: classes
        ? `Extinguisher ${name}: its rating ${String(facts.rating)} does not fit its agent.`
        : `Extinguisher ${name}: its rating ${String(facts.rating)} cannot be read.`,
      remedy: 'Read both off the label again, like 4-A:60-B:C.',
      reasons: [{ rule: 'What each agent puts out', source: NFPA_10_CLASSES }],
    },
  ]
}

/**
 * Whether an extinguisher is within its years: opened, and tested under pressure.
 * A test counts as an internal look too. What was never done counts from the day it was made; a day in the future counts for nothing.
 * @param facts agent, madeOn, openedOn, testedOn; ISO days
 * @param today ISO day
 */
export function judgeExtinguisherAge(name: string, facts: Facts, today: string): Finding {
  const { agent } = facts
  const years = typeof agent === 'string' ? EXTINGUISHER_YEARS[agent] : undefined
  const base = { code: 'gear.extinguisherAge', step: 'gear' as const }
  const reasons = [{ rule: 'Opened and tested by its agent', source: NFPA_10 }]
  if (!years)
    return {
      ...base,
      level: 'unknown',
      sentence: `Extinguisher ${name}: its agent is not told.`,
      remedy: 'Read it off the label.',
      reasons,
    }
  const past = (...days: readonly unknown[]): string | undefined =>
    days
      .filter((day): day is string => typeof day === 'string' && day <= today)
      .sort()
      .at(-1)
  const lastTest = past(facts.testedOn, facts.madeOn)
  const lastOpened = past(facts.openedOn, lastTest)
  if (lastTest === undefined || lastOpened === undefined)
    return {
      ...base,
      level: 'unknown',
      sentence: `Extinguisher ${name}: neither the day it was made nor a test is told.`,
      remedy: 'Read the year off its cylinder, or have it tested.',
      reasons,
    }
  const tests = [
    { what: 'hydrostatic test', last: lastTest, years: years.tested },
    ...(years.opened === null
      ? []
      : [{ what: 'internal look', last: lastOpened, years: years.opened }]),
  ].map((test) => ({ ...test, until: monthsAfter(test.last, test.years * 12) }))
  const first = tests.sort((a, b) => (a.until < b.until ? -1 : 1))[0]!
  const inputs = { last: first.last, until: first.until }
  if (first.until <= today)
    return {
      ...base,
      level: 'unknown',
      sentence: `Extinguisher ${name}: its ${first.what} was due on ${first.until}.`,
      remedy: 'Put another in its place and have it serviced.',
      reasons: [{ ...reasons[0]!, inputs }],
    }
  return {
    ...base,
    level: 'clear',
    sentence: `Extinguisher ${name}: next ${first.what} on ${first.until}.`,
    reasons: [{ ...reasons[0]!, inputs }],
  }
}
