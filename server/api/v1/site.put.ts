import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { changeSite } from '#server/services/shop/shop'

export default route(routes.updateSite, async ({ actor, body }) => {
  await changeSite(actor, body)
  return { ok: true as const }
})
