import { gasSetRoutes } from '#shared/gas/set-routes'
import { route } from '#server/http/route'
import { leaveRun } from '#server/services/gas/run'

export default route(gasSetRoutes.leaveRun, ({ actor, params }) => leaveRun(actor, params.id))
