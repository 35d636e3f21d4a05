import { gasRoutes } from '#shared/gas/routes'
import { route } from '#server/http/route'
import { addStore } from '#server/services/gas/store'

export default route(gasRoutes.createGasStore, ({ actor, body }) => addStore(actor, body))
