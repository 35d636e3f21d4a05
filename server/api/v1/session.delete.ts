import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { endSession } from '#server/http/actor'

export default route(routes.signOut, async ({ event, actor }) => {
  await endSession(event, actor)
  return { ok: true as const }
})
