import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { readRules } from '#server/services/shop/shop'
import { estimateExposure } from '#core/exposure/estimate'
import { checkVentilation } from '#core/ventilation/prescriptive'

export default route(routes.calcVentilation, async ({ actor, body }) => ({
  findings: [...checkVentilation(body), ...estimateExposure(body, (await readRules(actor)).limits)],
}))
