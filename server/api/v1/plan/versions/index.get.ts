import { planRoutes } from '#shared/plan/routes'
import { route } from '#server/http/route'
import { readPlanVersions } from '#server/services/plan/plan'

export default route(planRoutes.planVersions, ({ actor }) => readPlanVersions(actor))
