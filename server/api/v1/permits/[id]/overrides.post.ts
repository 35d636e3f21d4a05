import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { overrideFinding } from '#server/services/permit/permit'

export default route(routes.overridePermit, ({ actor, params, body }) =>
  overrideFinding(actor, params.id, body),
)
