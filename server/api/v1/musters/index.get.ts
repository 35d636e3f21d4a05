import { musterRoutes } from '#shared/muster/routes'
import { route } from '#server/http/route'
import { readMusters } from '#server/services/muster/read'

export default route(musterRoutes.musters, ({ actor }) => readMusters(actor))
