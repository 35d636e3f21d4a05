import { sessionRoutes } from '#shared/session/routes'
import { route } from '#server/http/route'
import { download } from '#server/http/download'
import { rosterPdf } from '#server/services/session/paper'

export default route(sessionRoutes.rosterPdf, async ({ event, actor, params, query }) => {
  const { name, bytes } = await rosterPdf(actor, params.id, query.paper)
  return download(event, 'application/pdf', name, bytes)
})
