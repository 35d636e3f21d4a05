import { permitRoutes } from '#shared/permit/routes'
import { route } from '#server/http/route'
import { handOver } from '#server/services/permit/watch'

export default route(permitRoutes.handOver, ({ actor, params, body }) =>
  handOver(actor, params.id, body),
)
