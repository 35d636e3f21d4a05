import { gasSetRoutes } from '#shared/gas/set-routes'
import { route } from '#server/http/route'
import { readRun } from '#server/services/gas/run'

export default route(gasSetRoutes.setRun, ({ actor, params }) => readRun(actor, params.id))
