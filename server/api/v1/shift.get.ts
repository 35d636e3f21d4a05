import { shopRoutes } from '#shared/shop/routes'
import { route } from '#server/http/route'
import { readShift } from '#server/services/shop/shift'

export default route(shopRoutes.shift, ({ actor }) => readShift(actor))
