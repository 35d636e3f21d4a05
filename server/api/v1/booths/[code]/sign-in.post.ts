import { signInRoutes } from '#shared/sign-in/routes'
import { route } from '#server/http/route'
import { startBoothSignIn } from '#server/http/actor'

export default route(signInRoutes.boothSignIn, ({ event, params, body }) =>
  startBoothSignIn(event, params.code, body.personId, body.pin),
)
