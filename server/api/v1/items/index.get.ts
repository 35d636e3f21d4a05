import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { readItems } from '#server/services/inspection/inspection'

export default route(routes.items, ({ actor, query }) => readItems(actor, query))
