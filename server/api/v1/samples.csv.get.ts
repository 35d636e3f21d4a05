import { samplingRoutes } from '#shared/sampling/routes'
import { route } from '#server/http/route'
import { download } from '#server/http/download'
import { exportSamples } from '#server/services/sampling/samples'

export default route(samplingRoutes.exportSamples, async ({ event, actor }) =>
  download(event, 'text/csv; charset=utf-8', 'samples.csv', await exportSamples(actor)),
)
