import { calendarRoutes } from '#shared/inspection/calendar'
import { publicOrigin } from '#server/http/origin'
import { route } from '#server/http/route'
import { createFeed } from '#server/services/inspection/calendar'

export default route(calendarRoutes.createCalendarFeed, ({ event, actor }) =>
  createFeed(actor, publicOrigin(event).origin),
)
