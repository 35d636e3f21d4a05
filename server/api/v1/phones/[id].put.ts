import { lateRoutes } from '#shared/late/routes'
import { route } from '#server/http/route'
import { putPhone } from '#server/services/late/phone'

export default route(lateRoutes.putPhone, ({ actor, params, body }) =>
  putPhone(actor, params.id, body),
)
