import { apiRoutes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { requireReady } from '#server/services/sign-in/ready'

export default route(apiRoutes.ready, async () => {
  await requireReady()
  return { ok: true as const }
})
