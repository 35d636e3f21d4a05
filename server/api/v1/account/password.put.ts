import { signInRoutes } from '#shared/sign-in/routes'
import { route } from '#server/http/route'
import { setPassword } from '#server/services/sign-in/account'

export default route(signInRoutes.setPassword, async ({ actor, body }) => {
  await setPassword(actor, body.password, body.newPassword)
  return { ok: true as const }
})
