import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { judgeLaser } from '#core/laser/hazard'

export default route(routes.calcLaser, ({ body }) => ({ findings: judgeLaser(body) }))
