import { stockRoutes } from '#shared/stock/routes'
import { route } from '#server/http/route'
import { changeStock } from '#server/services/stock/stock'

export default route(stockRoutes.updateStock, async ({ actor, params, body }) => {
  await changeStock(actor, params.id, body)
  return { ok: true as const }
})
