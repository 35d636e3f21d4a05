import { rentRoutes } from '#shared/gas/rent'
import { download } from '#server/http/download'
import { route } from '#server/http/route'
import { returnNoteCsv } from '#server/services/gas/rent'

export default route(rentRoutes.returnNoteCsv, async ({ event, actor, query }) =>
  download(
    event,
    'text/csv; charset=utf-8',
    `return-note-${query.day}.csv`,
    await returnNoteCsv(actor, query.day),
  ),
)
