import { alertRoutes } from '#shared/alert/routes'
import { route } from '#server/http/route'
import { readMessages } from '#server/services/alert/read'

export default route(alertRoutes.alertMessages, ({ actor, params }) =>
  readMessages(actor, params.id),
)
