import { planRoutes } from '#shared/plan/routes'
import { route } from '#server/http/route'
import { drawPlan } from '#server/services/plan/plan'

export default route(planRoutes.changeDraft, ({ actor, body }) => drawPlan(actor, body))
