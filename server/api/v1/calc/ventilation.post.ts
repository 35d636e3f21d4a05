import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { estimateExposure } from '#core/exposure/estimate'
import { checkVentilation } from '#core/ventilation/prescriptive'

export default route(routes.calcVentilation, ({ body }) => ({ findings: [...checkVentilation(body), ...estimateExposure(body)] }))
