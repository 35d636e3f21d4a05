import { monitorRoutes } from '#shared/monitor/routes'
import { route } from '#server/http/route'
import { readSpots } from '#server/services/monitor/spots'

export default route(monitorRoutes.spots, ({ actor }) => readSpots(actor))
