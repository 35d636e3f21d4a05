import { sessionRoutes } from '#shared/session/routes'
import { route } from '#server/http/route'
import { checkAll } from '#server/services/session/session'

export default route(sessionRoutes.checkAll, ({ actor, params, body }) =>
  checkAll(actor, params.id, body),
)
