import { planRoutes } from '#shared/plan/routes'
import { download } from '#server/http/download'
import { route } from '#server/http/route'
import { drawingOf } from '#server/services/plan/drawing'

export default route(planRoutes.planSvg, async ({ event, actor, query }) => {
  const { svg, name } = await drawingOf(actor, query)
  return download(event, 'image/svg+xml', `${name}.svg`, svg)
})
