import { trendRoutes } from '#shared/inspection/trend'
import { route } from '#server/http/route'
import { readTrend } from '#server/services/inspection/trend'

export default route(trendRoutes.gearTrend, ({ actor, query }) => readTrend(actor, query))
