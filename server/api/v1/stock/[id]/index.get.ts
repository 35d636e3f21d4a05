import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { readStock } from '#server/services/stock/stock'

export default route(routes.stock, ({ actor, params }) => readStock(actor, params.id))
