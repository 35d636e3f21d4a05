import { inspectionRoutes } from '#shared/inspection/routes'
import { route } from '#server/http/route'
import { inspectGear } from '#server/services/inspection/inspection'

export default route(inspectionRoutes.inspect, ({ actor, params, body }) =>
  inspectGear(actor, params.kind, params.id, body),
)
