import { sessionRoutes } from '#shared/session/routes'
import { route } from '#server/http/route'
import { copySession } from '#server/services/session/session'

export default route(sessionRoutes.copySession, ({ actor, params, body }) =>
  copySession(actor, params.id, body.day),
)
