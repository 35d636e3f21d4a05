import { gasRoutes } from '#shared/gas/routes'
import { route } from '#server/http/route'
import { logLay } from '#server/services/gas/cylinder'

export default route(gasRoutes.layCylinder, ({ actor, params, body }) =>
  logLay(actor, params.id, body),
)
