import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/http/route'
import { download } from '#server/http/download'
import { exportRoster } from '#server/services/people/roster'

export default route(peopleRoutes.exportRoster, async ({ event, actor }) =>
  download(event, 'text/csv; charset=utf-8', 'roster.csv', await exportRoster(actor)),
)
