import { gasRoutes } from '#shared/gas/routes'
import { route } from '#server/http/route'
import { readStore } from '#server/services/gas/store'

export default route(gasRoutes.gasStore, ({ actor, params }) => readStore(actor, params.id))
