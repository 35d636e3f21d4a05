import { musterRoutes } from '#shared/muster/routes'
import { route } from '#server/http/route'
import { countMuster } from '#server/services/muster/count'

export default route(musterRoutes.countMuster, ({ actor, params, body }) =>
  countMuster(actor, params.id, body),
)
