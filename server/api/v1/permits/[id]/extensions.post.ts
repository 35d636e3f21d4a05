import { permitRoutes } from '#shared/permit/routes'
import { route } from '#server/http/route'
import { extendPermit } from '#server/services/permit/extend'

export default route(permitRoutes.extendPermit, ({ actor, params, body }) =>
  extendPermit(actor, params.id, body),
)
