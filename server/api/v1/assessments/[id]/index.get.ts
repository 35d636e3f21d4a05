import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { readAssessment } from '#server/services/air/assess'

export default route(airRoutes.assessment, ({ actor, params }) => readAssessment(actor, params.id))
