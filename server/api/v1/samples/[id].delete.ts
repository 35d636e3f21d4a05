import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { takeOut } from '#server/services/sampling/samples'

export default route(airRoutes.removeSample, async ({ actor, params }) => {
  await takeOut(actor, params.id)
  return { ok: true as const }
})
