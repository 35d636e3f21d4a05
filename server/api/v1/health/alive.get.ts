import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'

export default route(routes.alive, () => ({ ok: true as const }))
