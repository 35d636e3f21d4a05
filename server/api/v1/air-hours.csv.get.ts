import { keepingRoutes } from '#shared/keeping/routes'
import { route } from '#server/http/route'
import { download } from '#server/http/download'
import { exportAirHours } from '#server/services/keeping/keeping'

export default route(keepingRoutes.exportAirHours, async ({ event, actor, query }) =>
  download(
    event,
    'text/csv; charset=utf-8',
    `air-hours-${query.month}.csv`,
    await exportAirHours(actor, query.month),
  ),
)
