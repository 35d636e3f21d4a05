import { airRoutes } from '#shared/air/routes'
import { route } from '#server/http/route'
import { readStationAir } from '#server/services/air/station'

export default route(airRoutes.stationAir, ({ actor, params }) => readStationAir(actor, params.id))
