import { permitRoutes } from '#shared/permit/routes'
import { route } from '#server/http/route'
import { signPermit } from '#server/services/permit/draft'

export default route(permitRoutes.signPermit, ({ actor, params, body }) =>
  signPermit(actor, params.id, body),
)
