import { shopRoutes } from '#shared/shop/routes'
import { route } from '#server/http/route'
import { changeSite } from '#server/services/shop/shop'

export default route(shopRoutes.updateSite, async ({ actor, body }) => {
  await changeSite(actor, body)
  return { ok: true as const }
})
