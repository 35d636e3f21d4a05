import { permitRoutes } from '#shared/permit/routes'
import { route } from '#server/http/route'
import { readPermits } from '#server/services/permit/read'

export default route(permitRoutes.permits, ({ actor, query }) => readPermits(actor, query))
