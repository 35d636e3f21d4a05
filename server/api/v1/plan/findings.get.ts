import { planRoutes } from '#shared/plan/routes'
import { route } from '#server/http/route'
import { readFindings } from '#server/services/plan/findings'

export default route(planRoutes.planFindings, ({ actor }) => readFindings(actor))
