import { keepingRoutes } from '#shared/keeping/routes'
import { route } from '#server/http/route'
import { changeKeeping } from '#server/services/keeping/keeping'

export default route(keepingRoutes.updateKeeping, ({ actor, body }) => changeKeeping(actor, body))
