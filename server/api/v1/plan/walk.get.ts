import { planRoutes } from '#shared/plan/routes'
import { route } from '#server/http/route'
import { readWalk } from '#server/services/plan/ways'

export default route(planRoutes.planWalk, ({ actor, query }) => readWalk(actor, query))
