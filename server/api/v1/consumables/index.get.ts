import { fumeRoutes } from '#shared/fume/routes'
import { route } from '#server/http/route'
import { readConsumables } from '#server/services/air/consumable'

export default route(fumeRoutes.consumables, ({ actor }) => readConsumables(actor))
