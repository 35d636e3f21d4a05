import { signInRoutes } from '#shared/sign-in/routes'
import { route } from '#server/http/route'
import { startSignIn } from '#server/http/actor'

export default route(signInRoutes.signIn, ({ event, body }) => startSignIn(event, body))
