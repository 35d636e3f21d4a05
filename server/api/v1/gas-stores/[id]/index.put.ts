import { gasRoutes } from '#shared/gas/routes'
import { route } from '#server/http/route'
import { changeStore } from '#server/services/gas/store'

export default route(gasRoutes.updateGasStore, async ({ actor, params, body }) => {
  await changeStore(actor, params.id, body)
  return { ok: true as const }
})
