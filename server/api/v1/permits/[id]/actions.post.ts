import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { actOnPermit } from '#server/services/permit/permit'

export default route(routes.actOnPermit, ({ actor, params, body }) =>
  actOnPermit(actor, params.id, body),
)
