import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { dropDevice } from '#server/services/monitor/device'

export default route(airRoutes.revokeDevice, async ({ actor, params }) => {
  await dropDevice(actor, params.id)
  return { ok: true as const }
})
