import { gasRoutes } from '#shared/gas/routes'
import { route } from '#server/http/route'
import { moveCylinder } from '#server/services/gas/cylinder'

export default route(gasRoutes.moveCylinder, ({ actor, params, body }) =>
  moveCylinder(actor, params.id, body),
)
