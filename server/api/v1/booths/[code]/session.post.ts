import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { startBoothSession } from '#server/http/actor'

export default route(routes.boothSignIn, ({ event, params, body }) =>
  startBoothSession(event, params.code, body.personId, body.pin),
)
