import { LIMITS } from '#core/exposure/limits.table'
import { airRoutes } from '#shared/air/routes'
import { route } from '#server/http/route'

export default route(airRoutes.calcLimits, ({ query }) =>
  LIMITS.filter((limit) => query.set === undefined || limit.set === query.set),
)
