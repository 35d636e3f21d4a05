import { planRoutes } from '#shared/plan/routes'
import { route } from '#server/http/route'
import { planNow } from '#server/services/plan/now-shared'

export default route(planRoutes.planNow, ({ actor }) => planNow(actor))
