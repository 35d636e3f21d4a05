import { permitRoutes } from '#shared/permit/routes'
import { route } from '#server/http/route'
import { nameTemplate } from '#server/services/permit/begin'

export default route(permitRoutes.nameTemplate, ({ actor, params, body }) =>
  nameTemplate(actor, params.id, body.name),
)
