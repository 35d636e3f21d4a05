import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { logSurvey } from '#server/services/air/station'

export default route(airRoutes.survey, ({ actor, params, body }) =>
  logSurvey(actor, params.id, body),
)
