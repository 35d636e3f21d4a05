import { stockRoutes } from '#shared/stock/routes'
import { route } from '#server/http/route'
import { publicOrigin } from '#server/http/origin'
import { download } from '#server/http/download'
import { labelsPdf } from '#server/services/print/labels'

export default route(stockRoutes.labels, async ({ event, actor, query }) => {
  const { name, bytes } = await labelsPdf(actor, query, publicOrigin(event).origin)
  return download(event, 'application/pdf', name, bytes)
})
