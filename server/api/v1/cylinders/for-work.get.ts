import { gasRoutes } from '#shared/gas/routes'
import { route } from '#server/http/route'
import { readForWork } from '#server/services/gas/hold'

export default route(gasRoutes.cylindersForWork, ({ actor, query }) =>
  readForWork(actor, query.ids),
)
