import { musterRoutes } from '#shared/muster/routes'
import { route } from '#server/http/route'
import { beginMuster } from '#server/services/muster/begin'

export default route(musterRoutes.beginMuster, ({ actor, body }) => beginMuster(actor, body))
