import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { setRetired } from '#server/services/air/consumable'

export default route(airRoutes.retireConsumable, async ({ actor, params, body }) => {
  await setRetired(actor, params.id, body.retired)
  return { ok: true as const }
})
