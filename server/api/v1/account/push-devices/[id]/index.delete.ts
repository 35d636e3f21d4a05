import { reachRoutes } from '#shared/alert/routes'
import { route } from '#server/http/route'
import { removeDevice } from '#server/services/alert/reach'

export default route(reachRoutes.dropPushDevice, async ({ actor, params }) => {
  await removeDevice(actor, params.id)
  return { ok: true as const }
})
