import { monitorRoutes } from '#shared/monitor/routes'
import { route } from '#server/http/route'
import { addToAlarm } from '#server/services/monitor/alarm'

export default route(monitorRoutes.tellAlarm, ({ actor, params, body }) =>
  addToAlarm(actor, params.id, body),
)
