import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { addStock } from '#server/services/stock/stock'

export default route(routes.createStock, ({ actor, body }) => addStock(actor, body))
