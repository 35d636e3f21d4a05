import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { moveStock } from '#server/services/stock/stock'

export default route(routes.moveStock, ({ actor, params, body }) =>
  moveStock(actor, params.id, body),
)
