import { alertRoutes } from '#shared/alert/routes'
import { route } from '#server/http/route'
import { noteSeen } from '#server/services/alert/fire'

export default route(alertRoutes.watchSeen, async ({ actor, params, body }) => {
  await noteSeen(actor, params.id, body.device)
  return { ok: true as const }
})
