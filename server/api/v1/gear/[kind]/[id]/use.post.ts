import { inspectionRoutes } from '#shared/inspection/routes'
import { route } from '#server/http/route'
import { logUse } from '#server/services/inspection/event'

export default route(inspectionRoutes.logUse, ({ actor, params, body }) =>
  logUse(actor, params.kind, params.id, body),
)
