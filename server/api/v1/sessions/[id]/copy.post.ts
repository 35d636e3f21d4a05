import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { copyTraining } from '#server/services/training/training'

export default route(routes.copyTraining, ({ actor, params, body }) =>
  copyTraining(actor, params.id, body.day),
)
