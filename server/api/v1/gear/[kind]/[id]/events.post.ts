import { inspectionRoutes } from '#shared/inspection/routes'
import { route } from '#server/http/route'
import { logGearEvent } from '#server/services/inspection/event'

export default route(inspectionRoutes.logGearEvent, ({ actor, params, body }) =>
  logGearEvent(actor, params.kind, params.id, body),
)
