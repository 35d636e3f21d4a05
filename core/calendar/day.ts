import {
  addDays,
  addMonths,
  differenceInCalendarDays,
  format,
  formatISO,
  getDay,
  parseISO,
} from 'date-fns'

// Calendar days are ISO text, like 2026-03-31: they belong to a site and have no time zone of their own.

/** Calendar days from one to the other; negative when it lies before. */
export const daysBetween = (from: string, to: string): number =>
  differenceInCalendarDays(parseISO(to), parseISO(from))

/** The calendar day so many days later. */
export const dayAfter = (day: string, days: number): string =>
  formatISO(addDays(parseISO(day), days), { representation: 'date' })

/** The calendar day so many months later; the last day of the month where there is no such day. */
export const monthsAfter = (day: string, months: number): string =>
  formatISO(addMonths(parseISO(day), months), { representation: 'date' })

/** A calendar day as people read it, like 31 Mar 2026. */
export const dayText = (day: string): string => format(parseISO(day), 'd MMM yyyy')

/** Minutes of a day. */
export const DAY_MINUTES = 1440

/** Minutes after midnight of a time of day as "07:30", seconds left aside. */
export function minuteOfDay(time: string): number {
  const [hours, minutes] = time.split(':').map(Number)
  return hours! * 60 + minutes!
}

/** The day of the week: 0 Sunday to 6 Saturday. */
export const weekdayOf = (day: string): number => getDay(parseISO(day))
