import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { assess } from '#server/services/air/assess'

export default route(airRoutes.assess, ({ actor, params, body }) => assess(actor, params.id, body))
