import { monthsAfter } from '#core/calendar/day'
import { permitStatistics, type PermitPast, type StatisticBar } from '#core/permit/statistics'
import { permitsBetween, type PastRow } from '#server/db/permit-past'
import { inOrganisation } from '#server/db/pool'
import { findSite } from '#server/db/site'
import type { Statistics } from '#shared/permit/statistics'
import type { Actor } from '../actor'
import { siteDay } from '../shop/day'

/** So many permits are added up, the newest. */
const MOST = 2_000
const MOST_BARS = 15

export function readStatistics(
  actor: Actor,
  { months, place }: { months: number; place?: string },
): Promise<Statistics> {
  return inOrganisation(actor.organisation, async (db) => {
    const { time_zone: zone } = await findSite(db, actor.site)
    const from = monthsAfter(siteDay(actor.now, zone), -months)
    const rows = await permitsBetween(db, {
      site: actor.site,
      from,
      until: null,
      zone,
      most: MOST + 1,
    })
    const read = rows.slice(0, MOST)
    const asked = place === undefined ? read : read.filter((row) => row.place === place)
    const all = permitStatistics(asked.map(toPast))
    return {
      from,
      permits: asked.length,
      places: [...new Set(read.map((row) => row.place))].sort(),
      isCut: rows.length > MOST,
      durations: all.durations,
      overrides: frequent(all.overrides),
      suspensions: frequent(all.suspensions),
      cautions: frequent(all.cautions),
      late: frequent(all.late),
      early: frequent(all.early),
    }
  })
}

const frequent = (bars: StatisticBar[]): StatisticBar[] => bars.slice(0, MOST_BARS)

export const toPast = (row: PastRow): PermitPast => ({
  id: row.id,
  number: row.number,
  place: row.place,
  workStartedAt: row.work_started_at?.getTime() ?? null,
  watchStartedAt: row.watch_started_at?.getTime() ?? null,
  watchMinutes: row.watch_minutes,
  closedAt: row.closed_at?.getTime() ?? null,
  rounds: row.rounds.map((at) => Date.parse(at)),
  overrides: row.overrides,
  suspensions: row.suspensions,
  cautions: row.cautions,
  early: row.early,
})
