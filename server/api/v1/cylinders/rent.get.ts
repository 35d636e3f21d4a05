import { rentRoutes } from '#shared/gas/rent'
import { route } from '#server/http/route'
import { readRent } from '#server/services/gas/rent'

export default route(rentRoutes.rent, ({ actor }) => readRent(actor))
