import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { changeTraining } from '#server/services/training/change'

export default route(routes.changeTraining, ({ actor, params, body }) =>
  changeTraining(actor, params.id, body.change),
)
