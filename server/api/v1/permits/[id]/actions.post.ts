import { permitRoutes } from '#shared/permit/routes'
import { route } from '#server/http/route'
import { actOnPermit } from '#server/services/permit/act'

export default route(permitRoutes.actOnPermit, ({ actor, params, body }) =>
  actOnPermit(actor, params.id, body),
)
