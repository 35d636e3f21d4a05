import { permitRoutes } from '#shared/permit/routes'
import { route } from '#server/http/route'
import { changeDraft } from '#server/services/permit/draft'

export default route(permitRoutes.updatePermit, ({ actor, params, body }) =>
  changeDraft(actor, params.id, body),
)
