import { monitorRoutes } from '#shared/monitor/routes'
import { route } from '#server/http/route'
import { raiseAlarm } from '#server/services/monitor/alarm'

export default route(monitorRoutes.raiseAlarm, ({ actor, body }) => raiseAlarm(actor, body))
