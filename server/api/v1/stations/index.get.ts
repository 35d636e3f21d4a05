import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { readStations } from '#server/services/shop/shop'

export default route(routes.stations, ({ actor }) => readStations(actor))
