import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { download } from '#server/http/download'
import { rosterPdf } from '#server/services/training/paper'

export default route(routes.rosterPdf, async ({ event, actor, params, query }) => {
  const { name, bytes } = await rosterPdf(actor, params.id, query.paper)
  return download(event, 'application/pdf', name, bytes)
})
