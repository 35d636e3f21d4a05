import { alertRoutes } from '#shared/alert/routes'
import { route } from '#server/http/route'
import { readPastAlerts } from '#server/services/alert/read'

export default route(alertRoutes.pastAlerts, ({ actor, query }) =>
  readPastAlerts(actor, query.page),
)
