import { sessionRoutes } from '#shared/session/routes'
import { route } from '#server/http/route'
import { addSession } from '#server/services/session/session'

export default route(sessionRoutes.createSession, ({ actor, body }) => addSession(actor, body))
