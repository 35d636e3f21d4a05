import { eyesRoutes } from '#shared/eyes/routes'
import { route } from '#server/http/route'
import { readCharts } from '#server/services/eyes/chart'

export default route(eyesRoutes.houseCharts, ({ actor }) => readCharts(actor))
