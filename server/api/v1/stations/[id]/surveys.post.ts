import { hoodRoutes } from '#shared/hood/routes'
import { route } from '#server/http/route'
import { logSurvey } from '#server/services/air/station'

export default route(hoodRoutes.survey, ({ actor, params, body }) =>
  logSurvey(actor, params.id, body),
)
