import { dayAfter, daysBetween, weekdayOf } from './day'

/** When a shop is shut: weekdays (0 Sunday to 6 Saturday) and single days. */
export interface Closed {
  weekdays: readonly number[]
  days: readonly string[]
}
export const NEVER_CLOSED: Closed = { weekdays: [], days: [] }

export const isClosed = (day: string, closed: Closed): boolean =>
  closed.weekdays.includes(weekdayOf(day)) || closed.days.includes(day)

/**
 * The last day on which the shop is open, after one day and up to another; the other itself where it is shut all along.
 * What falls due while the shop is shut is done before, never after. A later start never gives an earlier day.
 * @param from ISO day, not counted itself
 * @param until ISO day
 */
export function lastOpenDay(from: string, until: string, closed: Closed): string {
  const span = daysBetween(from, until)
  for (let back = 0; back < span; back++) {
    const day = dayAfter(until, -back)
    if (!isClosed(day, closed)) return day
  }
  return until
}
