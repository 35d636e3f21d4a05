import { reachRoutes } from '#shared/alert/routes'
import { route } from '#server/http/route'
import { tryReach } from '#server/services/alert/reach'

export default route(reachRoutes.tryReach, ({ actor }) => tryReach(actor))
