import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { addItem } from '#server/services/inspection/inspection'

export default route(routes.createItem, ({ actor, body }) => addItem(actor, body))
