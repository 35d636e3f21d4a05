import { monitorRoutes } from '#shared/monitor/routes'
import { route } from '#server/http/route'
import { endAlarm } from '#server/services/monitor/alarm'

export default route(monitorRoutes.clearAlarm, ({ actor, params, body }) =>
  endAlarm(actor, params.id, body.note),
)
