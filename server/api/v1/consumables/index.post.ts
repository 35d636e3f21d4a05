import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { addConsumable } from '#server/services/air/consumable'

export default route(airRoutes.createConsumable, ({ actor, body }) => addConsumable(actor, body))
