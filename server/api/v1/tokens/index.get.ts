import { signInRoutes } from '#shared/sign-in/routes'
import { route } from '#server/http/route'
import { readTokens } from '#server/services/sign-in/account'

export default route(signInRoutes.allTokens, ({ actor }) => readTokens(actor, true))
