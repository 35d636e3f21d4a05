import { airRoutes } from '#shared/air/routes'
import { route } from '#server/http/route'
import { rerun } from '#server/services/air/assess'

export default route(airRoutes.rerun, ({ actor, params }) => rerun(actor, params.id))
