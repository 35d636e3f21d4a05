import { permitRoutes } from '#shared/permit/routes'
import { route } from '#server/http/route'
import { markHotPart } from '#server/services/permit/hot-part'

export default route(permitRoutes.hotPart, ({ actor, params, body }) =>
  markHotPart(actor, params.id, body),
)
