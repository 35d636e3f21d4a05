import { judgeSection } from '#core/hood/section'
import { hoodRoutes } from '#shared/hood/routes'
import { route } from '#server/http/route'

export default route(hoodRoutes.calcHood, ({ body }) => ({ findings: judgeSection(body).findings }))
