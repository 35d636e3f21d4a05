import { calendarRoutes } from '#shared/inspection/calendar'
import { route } from '#server/http/route'
import { endFeed } from '#server/services/inspection/calendar'

export default route(calendarRoutes.removeCalendarFeed, async ({ actor }) => {
  await endFeed(actor)
  return { ok: true as const }
})
