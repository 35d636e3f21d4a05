import { inspectionRoutes } from '#shared/inspection/routes'
import { route } from '#server/http/route'
import { changeGear } from '#server/services/inspection/gear'

export default route(inspectionRoutes.updateGear, async ({ actor, params, body }) => {
  await changeGear(actor, params.kind, params.id, body)
  return { ok: true as const }
})
