import { shopRoutes } from '#shared/shop/routes'
import { route } from '#server/http/route'
import { addStation } from '#server/services/shop/shop'

export default route(shopRoutes.createStation, ({ actor, body }) => addStation(actor, body))
