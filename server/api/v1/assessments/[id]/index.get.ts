import { airRoutes } from '#shared/air/routes'
import { route } from '#server/http/route'
import { readAssessment } from '#server/services/air/assess'

export default route(airRoutes.assessment, ({ actor, params }) => readAssessment(actor, params.id))
