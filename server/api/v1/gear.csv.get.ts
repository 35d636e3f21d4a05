import { inspectionRoutes } from '#shared/inspection/routes'
import { route } from '#server/http/route'
import { download } from '#server/http/download'
import { exportGear } from '#server/services/inspection/gear-import'

export default route(inspectionRoutes.gearCsv, async ({ event, actor }) => {
  const { name, csv } = await exportGear(actor)
  return download(event, 'text/csv; charset=utf-8', name, csv)
})
