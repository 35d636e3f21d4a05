import { z } from 'zod'
import { EVERYONE, contract } from '#shared/api/contract'
import { document, done } from '#shared/api/replies'

const feed = z.object({
  /** Null: there is none. */
  since: z.iso.datetime().nullable(),
  lastReadAt: z.iso.datetime().nullable(),
})

/** The own calendar of what is due. */
export const calendarRoutes = {
  calendarFeed: contract({
    id: 'calendarFeed',
    method: 'GET',
    path: '/account/calendar',
    summary: 'Whether you have a calendar address, and when it was last read.',
    roles: EVERYONE,
    response: feed,
  }),
  createCalendarFeed: contract({
    id: 'createCalendarFeed',
    method: 'POST',
    path: '/account/calendar',
    summary: 'Make a calendar address; it is shown once, and the one before ends.',
    roles: EVERYONE,
    response: z.object({ address: z.string() }),
    status: 201,
  }),
  removeCalendarFeed: contract({
    id: 'removeCalendarFeed',
    method: 'DELETE',
    path: '/account/calendar',
    summary: 'End your calendar address.',
    roles: EVERYONE,
    response: done,
  }),
  calendar: contract({
    id: 'calendar',
    method: 'GET',
    path: '/calendar/{token}',
    summary: 'What is due, as iCalendar. Gear, looks and places; nobody is named in it.',
    roles: 'public',
    params: z.strictObject({
      token: z.string().regex(/^[A-Za-z0-9_-]{20,80}\.ics$/, 'Not a calendar address.'),
    }),
    response: document,
    produces: 'text/calendar',
  }),
}
