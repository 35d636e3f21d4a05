import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { addChart } from '#server/services/eyes/chart'

export default route(routes.createHouseChart, ({ actor, body }) => addChart(actor, body))
