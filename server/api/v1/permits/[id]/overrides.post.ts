import { permitRoutes } from '#shared/permit/routes'
import { route } from '#server/http/route'
import { overrideFinding } from '#server/services/permit/draft'

export default route(permitRoutes.overridePermit, ({ actor, params, body }) =>
  overrideFinding(actor, params.id, body),
)
