import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { addToAlarm } from '#server/services/monitor/alarm'

export default route(airRoutes.tellAlarm, ({ actor, params, body }) =>
  addToAlarm(actor, params.id, body),
)
