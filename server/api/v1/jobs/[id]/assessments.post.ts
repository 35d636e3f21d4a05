import { airRoutes } from '#shared/air/routes'
import { route } from '#server/http/route'
import { assess } from '#server/services/air/assess'

export default route(airRoutes.assess, ({ actor, params, body }) => assess(actor, params.id, body))
