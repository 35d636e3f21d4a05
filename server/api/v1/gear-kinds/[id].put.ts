import { gearKindRoutes } from '#shared/inspection/kind-routes'
import { route } from '#server/http/route'
import { changeOwnKind } from '#server/services/inspection/kind'

export default route(gearKindRoutes.updateGearKind, async ({ actor, params, body }) => {
  await changeOwnKind(actor, params.id, body)
  return { ok: true as const }
})
