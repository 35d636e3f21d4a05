import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { changeStock } from '#server/services/stock/stock'

export default route(routes.updateStock, async ({ actor, params, body }) => {
  await changeStock(actor, params.id, body)
  return { ok: true as const }
})
