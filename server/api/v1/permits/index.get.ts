import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { readPermits } from '#server/services/permit/read'

export default route(routes.permits, ({ actor, query }) => readPermits(actor, query))
