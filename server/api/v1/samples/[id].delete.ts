import { samplingRoutes } from '#shared/sampling/routes'
import { route } from '#server/http/route'
import { takeOut } from '#server/services/sampling/samples'

export default route(samplingRoutes.removeSample, async ({ actor, params }) => {
  await takeOut(actor, params.id)
  return { ok: true as const }
})
