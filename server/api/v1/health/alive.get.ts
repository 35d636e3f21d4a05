import { apiRoutes } from '#shared/api/routes'
import { route } from '#server/http/route'

export default route(apiRoutes.alive, () => ({ ok: true as const }))
