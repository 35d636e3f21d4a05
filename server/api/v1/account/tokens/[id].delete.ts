import { signInRoutes } from '#shared/sign-in/routes'
import { route } from '#server/http/route'
import { removeToken } from '#server/services/sign-in/account'

export default route(signInRoutes.revokeToken, async ({ actor, params }) => {
  await removeToken(actor, params.id, false)
  return { ok: true as const }
})
