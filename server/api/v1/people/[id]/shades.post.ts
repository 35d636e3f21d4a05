import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { rememberShade } from '#server/services/people/record'

export default route(routes.foundShade, ({ actor, params, body }) =>
  rememberShade(actor, params.id, body),
)
