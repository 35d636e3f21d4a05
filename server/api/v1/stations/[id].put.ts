import { shopRoutes } from '#shared/shop/routes'
import { route } from '#server/http/route'
import { changeStation } from '#server/services/shop/shop'

export default route(shopRoutes.updateStation, async ({ actor, params, body }) => {
  await changeStation(actor, params.id, body)
  return { ok: true as const }
})
