import { inspectionRoutes } from '#shared/inspection/routes'
import { route } from '#server/http/route'
import { readGear } from '#server/services/inspection/gear'

export default route(inspectionRoutes.gear, ({ actor, params }) =>
  readGear(actor, params.kind, params.id),
)
