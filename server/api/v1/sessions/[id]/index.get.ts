import { sessionRoutes } from '#shared/session/routes'
import { route } from '#server/http/route'
import { readSession } from '#server/services/session/read'

export default route(sessionRoutes.session, ({ actor, params }) => readSession(actor, params.id))
