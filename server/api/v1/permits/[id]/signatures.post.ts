import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { signPermit } from '#server/services/permit/permit'

export default route(routes.signPermit, ({ actor, params, body }) =>
  signPermit(actor, params.id, body),
)
