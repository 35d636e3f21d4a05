import { airRoutes } from '#shared/air/routes'
import { route } from '#server/http/route'
import { download } from '#server/http/download'
import { assessmentPdf } from '#server/services/air/pdf'

export default route(airRoutes.assessmentPdf, async ({ event, actor, params, query }) => {
  const { name, bytes } = await assessmentPdf(actor, params.id, query.paper)
  return download(event, 'application/pdf', name, bytes)
})
