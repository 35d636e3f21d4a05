import { gasRoutes } from '#shared/gas/routes'
import { route } from '#server/http/route'
import { logReading } from '#server/services/gas/cylinder'

export default route(gasRoutes.readCylinder, ({ actor, params, body }) =>
  logReading(actor, params.id, body),
)
