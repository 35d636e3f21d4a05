import { permitRoutes } from '#shared/permit/routes'
import { route } from '#server/http/route'
import { draftAgain } from '#server/services/permit/begin'

export default route(permitRoutes.draftAgain, ({ actor, params, body }) =>
  draftAgain(actor, params.id, body),
)
