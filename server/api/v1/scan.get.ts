import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { readCode } from '#server/services/stock/stock'

export default route(routes.scan, ({ actor, query }) => readCode(actor, query.code))
