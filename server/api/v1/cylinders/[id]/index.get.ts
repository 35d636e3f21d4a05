import { gasRoutes } from '#shared/gas/routes'
import { route } from '#server/http/route'
import { readCylinder } from '#server/services/gas/cylinder'

export default route(gasRoutes.cylinder, ({ actor, params }) => readCylinder(actor, params.id))
