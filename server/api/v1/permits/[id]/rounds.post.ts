import { permitRoutes } from '#shared/permit/routes'
import { route } from '#server/http/route'
import { logRound } from '#server/services/permit/watch'

export default route(permitRoutes.round, ({ actor, params, body }) =>
  logRound(actor, params.id, body),
)
