import { stockRoutes } from '#shared/stock/routes'
import { route } from '#server/http/route'
import { addStock } from '#server/services/stock/stock'

export default route(stockRoutes.createStock, ({ actor, body }) => addStock(actor, body))
