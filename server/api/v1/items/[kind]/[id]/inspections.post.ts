import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { inspectItem } from '#server/services/inspection/inspection'

export default route(routes.inspect, ({ actor, params, body }) =>
  inspectItem(actor, params.kind, params.id, body),
)
