import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { assignShade } from '#core/shade/shade'

export default route(routes.calcShade, ({ body }) => assignShade(body))
