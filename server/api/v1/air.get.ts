import { airRoutes } from '#shared/air/routes'
import { route } from '#server/http/route'
import { readOverview } from '#server/services/air/station'

export default route(airRoutes.airOverview, ({ actor }) => readOverview(actor))
