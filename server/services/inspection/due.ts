import { dayAfter } from '#core/calendar/day'
import { KINDS } from '#core/inspection/kinds.table'
import { countDue, dueLooks, type DueRow } from '#server/db/look'
import { inOrganisation } from '#server/db/pool'
import { PAGE_SIZE } from '#shared/api/list'
import type { DueLook } from '#shared/inspection/due'
import type { Actor } from '../actor'
import { scopeOf } from '../shop/shop'

/** Beyond it a list says that there are more. */
const MOST_COUNTED = 999

/** Looks due up to some days from now. */
export const readDue = (
  actor: Actor,
  query: { days: number; page: number },
): Promise<{ today: string; rows: DueLook[]; total: number; page: number; pages: number }> =>
  inOrganisation(actor.organisation, async (db) => {
    const { site, today, timeZone } = await scopeOf(db, actor)
    const due = { site, today, timeZone, until: dayAfter(today, query.days) }
    const total = await countDue(db, due, MOST_COUNTED)
    const rows = await dueLooks(db, due, {
      most: PAGE_SIZE,
      offset: (query.page - 1) * PAGE_SIZE,
    })
    const pages = Math.max(1, Math.ceil(total / PAGE_SIZE))
    return { today, rows: rows.map(toDueLook), total, page: query.page, pages }
  })

export const toDueLook = (row: DueRow): DueLook => ({
  id: row.item_id,
  kind: row.kind,
  kindName: row.kind_name ?? KINDS[row.kind].name,
  label: row.label,
  stationId: row.station_id,
  station: row.station,
  occasion: row.occasion,
  everyDays: row.every_days,
  dueOn: row.due_on,
})
