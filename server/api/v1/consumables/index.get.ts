import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { readConsumables } from '#server/services/air/consumable'

export default route(airRoutes.consumables, ({ actor }) => readConsumables(actor))
