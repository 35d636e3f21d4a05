import { stockRoutes } from '#shared/stock/routes'
import { route } from '#server/http/route'
import { readCode } from '#server/services/stock/stock'

export default route(stockRoutes.scan, ({ actor, query }) => readCode(actor, query.code))
