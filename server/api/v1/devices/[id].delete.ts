import { monitorRoutes } from '#shared/monitor/routes'
import { route } from '#server/http/route'
import { dropDevice } from '#server/services/monitor/device'

export default route(monitorRoutes.revokeDevice, async ({ actor, params }) => {
  await dropDevice(actor, params.id)
  return { ok: true as const }
})
