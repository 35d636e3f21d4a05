import { keepingRoutes } from '#shared/keeping/routes'
import { route } from '#server/http/route'
import { readKeeping } from '#server/services/keeping/keeping'

export default route(keepingRoutes.keeping, ({ actor }) => readKeeping(actor))
