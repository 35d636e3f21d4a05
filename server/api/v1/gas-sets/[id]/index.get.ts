import { gasSetRoutes } from '#shared/gas/set-routes'
import { route } from '#server/http/route'
import { readSet } from '#server/services/gas/set'

export default route(gasSetRoutes.gasSet, ({ actor, params }) => readSet(actor, params.id))
