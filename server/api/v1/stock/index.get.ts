import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { readStockList } from '#server/services/stock/stock'

export default route(routes.stockList, ({ actor, query }) => readStockList(actor, query))
