import { afterRelease, judgeRelease } from '#core/air/closed-space'
import { airRoutes } from '#shared/air/routes'
import { route } from '#server/http/route'

export default route(airRoutes.calcRelease, ({ body }) => ({
  ...afterRelease(body),
  findings: [judgeRelease(body)],
}))
