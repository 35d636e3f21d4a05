import { enoughRoutes } from '#shared/gas/enough'
import { route } from '#server/http/route'
import { readEnough } from '#server/services/gas/enough'

export default route(enoughRoutes.enough, ({ actor }) => readEnough(actor))
