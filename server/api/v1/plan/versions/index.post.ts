import { planRoutes } from '#shared/plan/routes'
import { route } from '#server/http/route'
import { publishPlan } from '#server/services/plan/plan'

export default route(planRoutes.publishPlan, ({ actor, body }) => publishPlan(actor, body))
