import { hoodRoutes } from '#shared/hood/routes'
import { route } from '#server/http/route'
import { setHood } from '#server/services/air/station'

export default route(hoodRoutes.setHood, async ({ actor, params, body }) => {
  await setHood(actor, params.id, body)
  return { ok: true as const }
})
