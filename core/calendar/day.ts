import { addDays, differenceInCalendarDays, formatISO, parseISO } from 'date-fns'

/** Calendar days, ISO text, from one to the other; negative when it lies before. */
export const daysBetween = (from: string, to: string): number =>
  differenceInCalendarDays(parseISO(to), parseISO(from))

/** The calendar day so many days later, ISO text. */
export const dayAfter = (day: string, days: number): string =>
  formatISO(addDays(parseISO(day), days), { representation: 'date' })
