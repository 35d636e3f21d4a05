import { planRoutes } from '#shared/plan/routes'
import { route } from '#server/http/route'
import { readDraftFindings } from '#server/services/plan/findings'

export default route(planRoutes.draftFindings, ({ actor }) => readDraftFindings(actor))
