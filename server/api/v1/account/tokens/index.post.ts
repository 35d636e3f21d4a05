import { signInRoutes } from '#shared/sign-in/routes'
import { route } from '#server/http/route'
import { createToken } from '#server/services/sign-in/account'

export default route(signInRoutes.createToken, ({ actor, body }) => createToken(actor, body))
