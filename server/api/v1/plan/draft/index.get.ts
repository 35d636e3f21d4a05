import { planRoutes } from '#shared/plan/routes'
import { route } from '#server/http/route'
import { readDraft } from '#server/services/plan/plan'

export default route(planRoutes.planDraft, ({ actor }) => readDraft(actor))
