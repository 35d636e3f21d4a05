import { gasSetRoutes } from '#shared/gas/set-routes'
import { route } from '#server/http/route'
import { startRun } from '#server/services/gas/run'

export default route(gasSetRoutes.startRun, ({ actor, params, body }) =>
  startRun(actor, params.id, body),
)
