import { inspectionRoutes } from '#shared/inspection/routes'
import { route } from '#server/http/route'
import { logRepair } from '#server/services/inspection/event'

export default route(inspectionRoutes.logRepair, ({ actor, params, body }) =>
  logRepair(actor, params.kind, params.id, body),
)
