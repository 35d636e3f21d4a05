import { stockRoutes } from '#shared/stock/routes'
import { route } from '#server/http/route'
import { moveStock } from '#server/services/stock/stock'

export default route(stockRoutes.moveStock, ({ actor, params, body }) =>
  moveStock(actor, params.id, body),
)
