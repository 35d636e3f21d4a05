import { permitRoutes } from '#shared/permit/routes'
import { route } from '#server/http/route'
import { download } from '#server/http/download'
import { permitTable } from '#server/services/permit/table'

export default route(permitRoutes.permitsCsv, async ({ event, actor }) => {
  const { name, csv } = await permitTable(actor)
  return download(event, 'text/csv; charset=utf-8', name, csv)
})
