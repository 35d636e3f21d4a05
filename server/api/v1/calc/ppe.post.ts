import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { assignPpe } from '#core/ppe/ppe'

export default route(routes.calcPpe, ({ body }) => assignPpe(body, body))
