import { calendarRoutes } from '#shared/inspection/calendar'
import { route } from '#server/http/route'
import { readFeed } from '#server/services/inspection/calendar'

export default route(calendarRoutes.calendarFeed, ({ actor }) => readFeed(actor))
