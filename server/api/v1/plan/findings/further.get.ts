import { planRoutes } from '#shared/plan/routes'
import { route } from '#server/http/route'
import { readFurtherFindings } from '#server/services/plan/findings'

export default route(planRoutes.planFurtherFindings, ({ actor, query }) =>
  readFurtherFindings(actor, query),
)
