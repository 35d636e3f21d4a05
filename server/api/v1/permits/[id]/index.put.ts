import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { changeDraft } from '#server/services/permit/permit'

export default route(routes.updatePermit, ({ actor, params, body }) =>
  changeDraft(actor, params.id, body),
)
