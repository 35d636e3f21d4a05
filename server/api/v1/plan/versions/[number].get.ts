import { planRoutes } from '#shared/plan/routes'
import { route } from '#server/http/route'
import { readPlanVersion } from '#server/services/plan/plan'

export default route(planRoutes.planVersion, ({ actor, params }) =>
  readPlanVersion(actor, params.number),
)
