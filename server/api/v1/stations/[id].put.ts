import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { changeStation } from '#server/services/shop/shop'

export default route(routes.updateStation, async ({ actor, params, body }) => {
  await changeStation(actor, params.id, body)
  return { ok: true as const }
})
