import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { removeToken } from '#server/services/session/account'

export default route(routes.revokeToken, async ({ actor, params }) => {
  await removeToken(actor, params.id)
  return { ok: true as const }
})
