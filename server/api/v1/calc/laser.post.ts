import { eyesRoutes } from '#shared/eyes/routes'
import { route } from '#server/http/route'
import { judgeLaser } from '#core/laser/hazard'

export default route(eyesRoutes.calcLaser, ({ body }) => ({ findings: judgeLaser(body) }))
