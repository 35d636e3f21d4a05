import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { createToken } from '#server/services/session/account'

export default route(routes.createToken, ({ actor, body }) => createToken(actor, body.name))
