import { calendarRoutes } from '#shared/inspection/calendar'
import { download } from '#server/http/download'
import { publicOrigin } from '#server/http/origin'
import { route } from '#server/http/route'
import { readCalendar } from '#server/services/inspection/calendar'

/** Read by a calendar program, which knows the address and nothing else. */
export default route(calendarRoutes.calendar, async ({ event, params }) =>
  download(
    event,
    'text/calendar; charset=utf-8',
    'due.ics',
    await readCalendar(params.token, publicOrigin(event).origin),
  ),
)
