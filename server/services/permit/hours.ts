import { isClosed } from '#core/calendar/closed'
import { touchesNight, type WorkHours } from '#core/firewatch/hours'
import type { PermitDbRow } from '#server/db/permit'
import type { SiteRow } from '#server/db/site'
import { siteDay, siteHour } from '../shop/day'

type Times = Pick<PermitDbRow, 'valid_from' | 'valid_to' | 'watch_minutes' | 'monitor_minutes'>
const HOUR = 3_600_000

/** Work, watch and rounds of a permit by the clock of its site. */
export function hoursOf(permit: Times, site: SiteRow): WorkHours {
  const { valid_from: from, valid_to: to } = permit
  const watch = (permit.watch_minutes + permit.monitor_minutes) * 60_000
  const end = new Date(Math.max(from.getTime(), to.getTime()) + watch)
  const { closed } = site.inspection
  return {
    isAtNight: touchesNight(
      siteHour(from, site.time_zone),
      (end.getTime() - from.getTime()) / HOUR,
    ),
    isShut: [from, to, end].some((at) => isClosed(siteDay(at, site.time_zone), closed)),
  }
}
