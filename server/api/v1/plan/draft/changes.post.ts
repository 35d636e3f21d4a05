import { planRoutes } from '#shared/plan/routes'
import { route } from '#server/http/route'
import { changeDraft } from '#server/services/plan/plan'

export default route(planRoutes.changeDraft, ({ actor, body }) => changeDraft(actor, body))
