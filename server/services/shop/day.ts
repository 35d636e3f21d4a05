import { addDays, differenceInCalendarDays, formatISO, parseISO } from 'date-fns'

/** Calendar day at a site, as ISO text. */
export const siteDay = (now: Date, timeZone: string): string => new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' }).format(now)

export const daysBetween = (from: string, to: string): number => differenceInCalendarDays(parseISO(to), parseISO(from))

export const dayAfter = (day: string, days: number): string => formatISO(addDays(parseISO(day), days), { representation: 'date' })
