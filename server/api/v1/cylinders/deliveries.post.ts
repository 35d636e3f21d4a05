import { gasRoutes } from '#shared/gas/routes'
import { route } from '#server/http/route'
import { takeDelivery } from '#server/services/gas/delivery'

export default route(gasRoutes.takeDelivery, ({ actor, body }) => takeDelivery(actor, body))
