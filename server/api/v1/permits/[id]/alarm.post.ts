import { alertRoutes } from '#shared/alert/routes'
import { route } from '#server/http/route'
import { raiseFire } from '#server/services/alert/fire'

export default route(alertRoutes.raiseFire, ({ actor, params, body }) =>
  raiseFire(actor, params.id, body),
)
