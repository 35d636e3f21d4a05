import { gasRoutes } from '#shared/gas/routes'
import { route } from '#server/http/route'
import { changeCylinder } from '#server/services/gas/cylinder'

export default route(gasRoutes.updateCylinder, async ({ actor, params, body }) => {
  await changeCylinder(actor, params.id, body)
  return { ok: true as const }
})
