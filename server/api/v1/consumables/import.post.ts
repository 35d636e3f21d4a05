import { fumeRoutes } from '#shared/fume/routes'
import { route } from '#server/http/route'
import { importConsumables } from '#server/services/air/consumable'

export default route(fumeRoutes.importConsumables, ({ actor, body }) =>
  importConsumables(actor, body),
)
