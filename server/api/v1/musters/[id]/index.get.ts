import { musterRoutes } from '#shared/muster/routes'
import { route } from '#server/http/route'
import { readMuster } from '#server/services/muster/read'

export default route(musterRoutes.muster, ({ actor, params }) => readMuster(actor, params.id))
