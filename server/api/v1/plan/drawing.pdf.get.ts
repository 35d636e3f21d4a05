import { planRoutes } from '#shared/plan/routes'
import { download } from '#server/http/download'
import { route } from '#server/http/route'
import { drawingPdf } from '#server/services/plan/drawing'

export default route(planRoutes.planPdf, async ({ event, actor, query }) => {
  const { name, bytes } = await drawingPdf(actor, query)
  return download(event, 'application/pdf', name, bytes)
})
