import { musterRoutes } from '#shared/muster/routes'
import { route } from '#server/http/route'
import { shutGas } from '#server/services/muster/count'

export default route(musterRoutes.shutGas, ({ actor, params, body }) =>
  shutGas(actor, params.id, body),
)
