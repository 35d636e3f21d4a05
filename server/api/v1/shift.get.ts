import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { readShift } from '#server/services/shop/shift'

export default route(routes.shift, ({ actor }) => readShift(actor))
