import { beginRoutes } from '#shared/begin/routes'
import { route } from '#server/http/route'
import { readBegin } from '#server/services/begin/begin'

export default route(beginRoutes.begin, ({ actor }) => readBegin(actor))
