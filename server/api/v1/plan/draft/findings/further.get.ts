import { planRoutes } from '#shared/plan/routes'
import { route } from '#server/http/route'
import { readFurtherDraftFindings } from '#server/services/plan/findings'

export default route(planRoutes.draftFurtherFindings, ({ actor, query }) =>
  readFurtherDraftFindings(actor, query),
)
