import { eyesRoutes } from '#shared/eyes/routes'
import { route } from '#server/http/route'
import { addChart } from '#server/services/eyes/chart'

export default route(eyesRoutes.createHouseChart, ({ actor, body }) => addChart(actor, body))
