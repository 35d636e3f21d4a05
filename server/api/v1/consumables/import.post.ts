import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { importConsumables } from '#server/services/air/consumable'

export default route(airRoutes.importConsumables, ({ actor, body }) =>
  importConsumables(actor, body),
)
