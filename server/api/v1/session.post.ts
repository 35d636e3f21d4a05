import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { startSession } from '#server/http/actor'

export default route(routes.signIn, ({ event, body }) =>
  startSession(event, body.email, body.password),
)
