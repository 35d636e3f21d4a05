import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { readTokens } from '#server/services/session/account'

export default route(routes.tokens, ({ actor }) => readTokens(actor))
