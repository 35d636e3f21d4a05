import { permitRoutes } from '#shared/permit/routes'
import { route } from '#server/http/route'
import { readStatistics } from '#server/services/permit/statistics'

export default route(permitRoutes.permitStatistics, ({ actor, query }) =>
  readStatistics(actor, query),
)
