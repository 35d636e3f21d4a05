import { stockRoutes } from '#shared/stock/routes'
import { route } from '#server/http/route'
import { readStock } from '#server/services/stock/stock'

export default route(stockRoutes.stock, ({ actor, params }) => readStock(actor, params.id))
