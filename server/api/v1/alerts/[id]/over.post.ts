import { alertRoutes } from '#shared/alert/routes'
import { route } from '#server/http/route'
import { endFire } from '#server/services/alert/answer'

export default route(alertRoutes.endAlert, async ({ actor, params, body }) => {
  await endFire(actor, params.id, body.note)
  return { ok: true as const }
})
