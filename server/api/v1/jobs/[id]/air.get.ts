import { airRoutes } from '#shared/air/routes'
import { route } from '#server/http/route'
import { readJobAir } from '#server/services/air/assess'

export default route(airRoutes.jobAir, ({ actor, params }) => readJobAir(actor, params.id))
