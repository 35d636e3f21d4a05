import { trendRoutes } from '#shared/inspection/trend'
import { route } from '#server/http/route'
import { readReadings } from '#server/services/inspection/trend'

export default route(trendRoutes.gearReadings, ({ actor, params }) =>
  readReadings(actor, params.kind, params.id),
)
