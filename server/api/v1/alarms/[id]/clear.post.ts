import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { endAlarm } from '#server/services/monitor/alarm'

export default route(airRoutes.clearAlarm, ({ actor, params, body }) =>
  endAlarm(actor, params.id, body.note),
)
