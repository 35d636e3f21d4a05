import { gasRoutes } from '#shared/gas/routes'
import { route } from '#server/http/route'
import { readCylinders } from '#server/services/gas/cylinder'

export default route(gasRoutes.cylinders, ({ actor, query }) => readCylinders(actor, query))
