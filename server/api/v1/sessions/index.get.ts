import { sessionRoutes } from '#shared/session/routes'
import { route } from '#server/http/route'
import { readSessions } from '#server/services/session/read'

export default route(sessionRoutes.sessions, ({ actor, query }) => readSessions(actor, query))
