import { lastOpenDay, type Closed } from '../calendar/closed'
import { dayAfter, daysBetween, monthsAfter } from '../calendar/day'
import type { Interval } from './kind'
import type { Occasion, Periodic } from './occasion'

/** What one look of one piece of gear has come to. Days are ISO calendar days of the site. */
export interface Look {
  occasion: Occasion
  /** Null: never. */
  lastOn: string | null
  lastResult: 'pass' | 'fail' | 'locked' | null
  /** Null: at once. */
  dueOn: string | null
  /** Use since the last look, and how much of it asks for the next; null: not by use. */
  used: number
  useEvery: number | null
  /** Whether what it read was read by a calibrated meter; null: it read nothing that takes one. */
  calibrated: boolean | null
}

/** Days after its due day for which a look still counts, by the rules of the shop. */
export type Grace = Readonly<Partial<Record<Periodic, number>>>

/**
 * The day on which a look is due again.
 * An interval is the longest that it may take: a due day on which the shop is shut moves to the open day before.
 * @param lastOn ISO day of the last look, or of the start of service
 * @param interval days or months; months end on the last day of a shorter month
 * @returns ISO day; null where neither days nor months are told, or they are no whole number from 1
 */
export function nextDue(
  lastOn: string,
  { days, months }: Pick<Interval, 'days' | 'months'>,
  closed: Closed,
): string | null {
  const until = [
    isCount(days) ? dayAfter(lastOn, days) : null,
    isCount(months) ? monthsAfter(lastOn, months) : null,
  ]
    .filter((day) => day !== null)
    .sort()[0]
  return until === undefined ? null : lastOpenDay(lastOn, until, closed)
}

const isCount = (n: number | undefined): n is number => Number.isInteger(n) && n! >= 1

export type DueState = 'open' | 'grace' | 'due'

/**
 * Whether a look is due on a day: by the calendar, by use, or because nobody ever looked. Figures that make no sense count as due.
 * The look after an event is not due by itself: the event is on the gear.
 */
export function dueState(look: Look, today: string, grace: Grace): DueState {
  if (look.occasion === 'afterEvent') return 'open'
  const { used, useEvery } = look
  if (useEvery !== null && !(used < useEvery)) return 'due'
  if (look.dueOn === null) return 'due'
  const over = daysBetween(look.dueOn, today)
  if (!Number.isFinite(over)) return 'due'
  if (over < 0) return 'open'
  return over < graceOf(look.occasion, grace) ? 'grace' : 'due'
}

const graceOf = (occasion: Occasion, grace: Grace): number => {
  const days = occasion === 'beforeUse' || occasion === 'afterEvent' ? 0 : grace[occasion]
  return days !== undefined && Number.isFinite(days) ? days : 0
}
