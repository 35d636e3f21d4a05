import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { addStation } from '#server/services/shop/shop'

export default route(routes.createStation, ({ actor, body }) => addStation(actor, body))
