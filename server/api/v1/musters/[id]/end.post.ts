import { musterRoutes } from '#shared/muster/routes'
import { route } from '#server/http/route'
import { endMuster } from '#server/services/muster/count'

export default route(musterRoutes.endMuster, ({ actor, params, body }) =>
  endMuster(actor, params.id, body.note),
)
