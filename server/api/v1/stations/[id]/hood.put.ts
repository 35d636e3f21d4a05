import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { setHood } from '#server/services/air/station'

export default route(airRoutes.setHood, async ({ actor, params, body }) => {
  await setHood(actor, params.id, body)
  return { ok: true as const }
})
