import { reachRoutes } from '#shared/alert/routes'
import { route } from '#server/http/route'
import { readReach } from '#server/services/alert/reach'

export default route(reachRoutes.reach, ({ actor }) => readReach(actor))
