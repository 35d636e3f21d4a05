import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { openApi } from '#shared/api/openapi'

export default route(routes.openapi, () => openApi())
