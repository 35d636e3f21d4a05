import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { readStationAir } from '#server/services/air/station'

export default route(airRoutes.stationAir, ({ actor, params }) => readStationAir(actor, params.id))
