import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/http/route'
import { rememberShade } from '#server/services/people/record'

export default route(peopleRoutes.foundShade, ({ actor, params, body }) =>
  rememberShade(actor, params.id, body),
)
