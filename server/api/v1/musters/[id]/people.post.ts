import { musterRoutes } from '#shared/muster/routes'
import { route } from '#server/http/route'
import { addToMuster } from '#server/services/muster/count'

export default route(musterRoutes.addToMuster, ({ actor, params, body }) =>
  addToMuster(actor, params.id, body),
)
