import { fumeRoutes } from '#shared/fume/routes'
import { route } from '#server/http/route'
import { addConsumable } from '#server/services/air/consumable'

export default route(fumeRoutes.createConsumable, ({ actor, body }) => addConsumable(actor, body))
