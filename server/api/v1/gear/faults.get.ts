import { trendRoutes } from '#shared/inspection/trend'
import { route } from '#server/http/route'
import { readFaults } from '#server/services/inspection/trend'

export default route(trendRoutes.gearFaults, ({ actor, query }) => readFaults(actor, query))
