import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { readItem } from '#server/services/inspection/inspection'

export default route(routes.item, ({ actor, params }) => readItem(actor, params.kind, params.id))
