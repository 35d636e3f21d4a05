import { apiRoutes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { openApi } from '#shared/api/openapi'

export default route(apiRoutes.openapi, () => openApi())
