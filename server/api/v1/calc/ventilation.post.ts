import { airRoutes } from '#shared/air/routes'
import { route } from '#server/http/route'
import { readRules } from '#server/services/shop/shop'
import { estimateExposure } from '#core/assessment/estimate'
import { checkVentilation } from '#core/ventilation/prescriptive'

export default route(airRoutes.calcVentilation, async ({ actor, body }) => ({
  findings: [...checkVentilation(body), ...estimateExposure(body, (await readRules(actor)).limits)],
}))
