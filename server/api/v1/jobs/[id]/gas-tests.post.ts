import { airRoutes } from '#shared/air/routes'
import { route } from '#server/http/route'
import { logGasTest } from '#server/services/air/assess'

export default route(airRoutes.gasTest, ({ actor, params, body }) =>
  logGasTest(actor, params.id, body),
)
