import { planRoutes } from '#shared/plan/routes'
import { route } from '#server/http/route'
import { changeFloors } from '#server/services/plan/plan'

export default route(planRoutes.changeFloors, async ({ actor, body }) => {
  await changeFloors(actor, body)
  return { ok: true as const }
})
