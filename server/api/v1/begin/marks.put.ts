import { beginRoutes } from '#shared/begin/routes'
import { route } from '#server/http/route'
import { markBegin } from '#server/services/begin/begin'

export default route(beginRoutes.markBegin, async ({ actor, body }) => {
  await markBegin(actor, body)
  return { ok: true as const }
})
