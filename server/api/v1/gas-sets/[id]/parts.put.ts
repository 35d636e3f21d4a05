import { gasSetRoutes } from '#shared/gas/set-routes'
import { route } from '#server/http/route'
import { changeParts } from '#server/services/gas/set'

export default route(gasSetRoutes.setParts, ({ actor, params, body }) =>
  changeParts(actor, params.id, body),
)
