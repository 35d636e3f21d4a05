import { fumeRoutes } from '#shared/fume/routes'
import { route } from '#server/http/route'
import { setRetired } from '#server/services/air/consumable'

export default route(fumeRoutes.retireConsumable, async ({ actor, params, body }) => {
  await setRetired(actor, params.id, body.retired)
  return { ok: true as const }
})
