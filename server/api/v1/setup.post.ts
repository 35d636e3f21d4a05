import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { setUp } from '#server/services/session/account'
import { startSession } from '#server/http/actor'

export default route(routes.setup, async ({ event, body }) => {
  await setUp(body)
  return startSession(event, body.email, body.password)
})
