import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { readCharts } from '#server/services/eyes/chart'

export default route(routes.houseCharts, ({ actor }) => readCharts(actor))
