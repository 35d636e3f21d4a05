import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { raiseAlarm } from '#server/services/monitor/alarm'

export default route(airRoutes.raiseAlarm, ({ actor, body }) => raiseAlarm(actor, body))
