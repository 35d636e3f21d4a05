import { sessionRoutes } from '#shared/session/routes'
import { route } from '#server/http/route'
import { changeSession } from '#server/services/session/change'

export default route(sessionRoutes.changeSession, ({ actor, params, body }) =>
  changeSession(actor, params.id, body.change),
)
