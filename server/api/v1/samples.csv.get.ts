import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { download } from '#server/http/download'
import { exportSamples } from '#server/services/sampling/samples'

export default route(airRoutes.exportSamples, async ({ event, actor }) =>
  download(event, 'text/csv; charset=utf-8', 'samples.csv', await exportSamples(actor)),
)
