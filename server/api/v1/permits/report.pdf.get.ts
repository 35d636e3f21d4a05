import { permitRoutes } from '#shared/permit/routes'
import { route } from '#server/http/route'
import { download } from '#server/http/download'
import { permitReport } from '#server/services/permit/report'

export default route(permitRoutes.permitReport, async ({ event, actor, query }) => {
  const { name, bytes } = await permitReport(actor, query.month)
  return download(event, 'application/pdf', name, bytes)
})
