import { planRoutes } from '#shared/plan/routes'
import { route } from '#server/http/route'
import { readPlan } from '#server/services/plan/plan'

export default route(planRoutes.plan, ({ actor }) => readPlan(actor))
