import { stockRoutes } from '#shared/stock/routes'
import { route } from '#server/http/route'
import { download } from '#server/http/download'
import { reorderCsv } from '#server/services/stock/stock'

export default route(stockRoutes.reorderCsv, async ({ event, actor }) =>
  download(event, 'text/csv; charset=utf-8', 'reorder.csv', await reorderCsv(actor)),
)
