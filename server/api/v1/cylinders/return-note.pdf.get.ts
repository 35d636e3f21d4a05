import { rentRoutes } from '#shared/gas/rent'
import { download } from '#server/http/download'
import { route } from '#server/http/route'
import { returnNotePdf } from '#server/services/gas/rent'

export default route(rentRoutes.returnNote, async ({ event, actor, query }) => {
  const { name, bytes } = await returnNotePdf(actor, query.day, query.paper)
  return download(event, 'application/pdf', name, bytes)
})
