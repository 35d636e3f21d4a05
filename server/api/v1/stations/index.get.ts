import { shopRoutes } from '#shared/shop/routes'
import { route } from '#server/http/route'
import { readStations } from '#server/services/shop/shop'

export default route(shopRoutes.stations, ({ actor }) => readStations(actor))
