import { randomBytes } from 'node:crypto'
import { dayAfter } from '#core/calendar/day'
import { KINDS } from '#core/inspection/kinds.table'
import { occasionName } from '#core/inspection/occasion'
import { getClock } from '#server/clock'
import { feedOf, feedRead, findFeed, putFeed, removeFeed } from '#server/db/calendar-feed'
import { dueLooks } from '#server/db/look'
import { inOrganisation, outside } from '#server/db/pool'
import { findSite } from '#server/db/site'
import { notFound } from '#server/errors'
import { inPool } from '#server/heavy/pool'
import { record, type Actor } from '../actor'
import { siteDay } from '../shop/day'
import { hashToken } from '../sign-in/token'
import type { CalendarEntry } from './calendar-file'

export const readFeed = (
  actor: Actor,
): Promise<{ since: string | null; lastReadAt: string | null }> =>
  inOrganisation(actor.organisation, async (db) => {
    const feed = await feedOf(db, actor.person)
    return {
      since: feed?.created_at.toISOString() ?? null,
      lastReadAt: feed?.last_read_at?.toISOString() ?? null,
    }
  })

/** Whoever has the address reads the calendar, so it is shown once; a new one ends the one before. */
export async function createFeed(actor: Actor, origin: string): Promise<{ address: string }> {
  const token = randomBytes(24).toString('base64url')
  await inOrganisation(actor.organisation, async (db) => {
    await putFeed(db, {
      organisation: actor.organisation,
      person: actor.person,
      hash: hashToken(token),
      at: actor.now,
    })
    await record(db, actor, 'calendar_made', 'person', actor.person)
  })
  return { address: `${origin}/api/v1/calendar/${token}.ics` }
}

export const endFeed = (actor: Actor): Promise<void> =>
  inOrganisation(actor.organisation, async (db) => {
    await removeFeed(db, actor.person)
    await record(db, actor, 'calendar_ended', 'person', actor.person)
  })

/** How far ahead, and how many at most. */
const AHEAD_DAYS = 120
const MOST = 300

/** What is due, for whoever has the address. What is overdue stands on today. */
export async function readCalendar(file: string, origin: string): Promise<string> {
  const feed = await outside((db) => findFeed(db, hashToken(file.replace(/\.ics$/, ''))))
  if (!feed) throw notFound('calendar')
  const now = (await getClock()).now()
  const { name, entries } = await inOrganisation(feed.organisation_id, async (db) => {
    await feedRead(db, feed.person_id, now)
    const site = await findSite(db, feed.site_id)
    const today = siteDay(now, site.time_zone)
    const due = { site: feed.site_id, today, timeZone: site.time_zone }
    const rows = await dueLooks(
      db,
      { ...due, until: dayAfter(today, AHEAD_DAYS) },
      { most: MOST, offset: 0 },
    )
    return {
      name: `${site.name}, due`,
      entries: rows.map((row): CalendarEntry => {
        const kind = (row.kind_name ?? KINDS[row.kind].name).toLowerCase()
        const look = occasionName(row.occasion, row.every_days).toLowerCase()
        return {
          id: `${row.item_id}-${row.occasion}`,
          day: row.due_on === null || row.due_on < today ? today : row.due_on,
          title: `${row.label}, ${kind}: ${look}`,
          place: row.station,
          url: `${origin}/gear/look/${row.kind}/${row.item_id}?look=${row.occasion}`,
        }
      }),
    }
  })
  return inPool('renderCalendar', feed.person_id, { name, entries })
}
