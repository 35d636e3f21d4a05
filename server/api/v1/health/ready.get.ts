import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { requireReady } from '#server/services/session/ready'

export default route(routes.ready, async () => {
  await requireReady()
  return { ok: true as const }
})
