import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { checkAll } from '#server/services/training/training'

export default route(routes.checkAll, ({ actor, params, body }) => checkAll(actor, params.id, body))
