import { sessionRoutes } from '#shared/session/routes'
import { route } from '#server/http/route'
import { undoSession } from '#server/services/session/change'

export default route(sessionRoutes.undoSession, ({ actor, params }) =>
  undoSession(actor, params.id),
)
