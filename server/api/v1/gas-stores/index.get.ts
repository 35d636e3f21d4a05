import { gasRoutes } from '#shared/gas/routes'
import { route } from '#server/http/route'
import { readStores } from '#server/services/gas/store'

export default route(gasRoutes.gasStores, ({ actor }) => readStores(actor))
