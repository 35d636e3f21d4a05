import { createEvents, type EventAttributes } from 'ics'
import { dayAfter } from '#core/calendar/day'

/** A day on which something is due. */
export interface CalendarEntry {
  id: string
  day: string
  title: string
  place: string | null
  url: string
}

/** A reminder in the morning of the day, as somebody comes in. */
const REMIND = { hours: 7, minutes: 0, before: false }

const dateOf = (day: string): [number, number, number] => {
  const [year, month, date] = day.split('-').map(Number)
  return [year!, month!, date!]
}

/** Days as iCalendar (RFC 5545), each the whole day. Runs in the pool. */
export function renderCalendar({
  name,
  entries,
}: {
  name: string
  entries: CalendarEntry[]
}): string {
  const events = entries.map((entry): EventAttributes => ({
    uid: `${entry.id}@zonaris`,
    calName: name,
    productId: 'zonaris',
    start: dateOf(entry.day),
    end: dateOf(dayAfter(entry.day, 1)),
    title: entry.title,
    ...(entry.place && { location: entry.place }),
    url: entry.url,
    transp: 'TRANSPARENT',
    alarms: [{ action: 'display', description: entry.title, trigger: REMIND }],
  }))
  const { error, value } = createEvents(events, { calName: name, productId: 'zonaris' })
  if (error) throw error
  return value!
}
