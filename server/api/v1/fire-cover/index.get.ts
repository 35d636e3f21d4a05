import { shopRoutes } from '#shared/shop/routes'
import { route } from '#server/http/route'
import { readFireCover } from '#server/services/inspection/fire-cover'

export default route(shopRoutes.fireCover, ({ actor }) => readFireCover(actor))
