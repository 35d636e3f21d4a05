import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { logRound } from '#server/services/permit/permit'

export default route(routes.round, ({ actor, params, body }) => logRound(actor, params.id, body))
