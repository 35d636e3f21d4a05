import { planRoutes } from '#shared/plan/routes'
import { route } from '#server/http/route'
import { readUnreached } from '#server/services/plan/ways'

export default route(planRoutes.planUnreached, ({ actor, query }) =>
  readUnreached(actor, query.what),
)
