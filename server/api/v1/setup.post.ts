import { signInRoutes } from '#shared/sign-in/routes'
import { route } from '#server/http/route'
import { setUp } from '#server/services/sign-in/account'
import { startSignIn } from '#server/http/actor'
import { sourceOf } from '#server/http/device'

export default route(signInRoutes.setup, async ({ event, body }) => {
  await setUp(body, sourceOf(event))
  return startSignIn(event, { email: body.email, password: body.password })
})
