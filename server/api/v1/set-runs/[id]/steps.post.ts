import { gasSetRoutes } from '#shared/gas/set-routes'
import { route } from '#server/http/route'
import { answerStep } from '#server/services/gas/run'

export default route(gasSetRoutes.answerStep, ({ actor, params, body }) =>
  answerStep(actor, params.id, body),
)
