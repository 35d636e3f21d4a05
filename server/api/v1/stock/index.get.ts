import { stockRoutes } from '#shared/stock/routes'
import { route } from '#server/http/route'
import { readStockList } from '#server/services/stock/stock'

export default route(stockRoutes.stockList, ({ actor, query }) => readStockList(actor, query))
