import { judgeSection } from '#core/hood/section'
import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'

export default route(airRoutes.calcHood, ({ body }) => ({ findings: judgeSection(body).findings }))
