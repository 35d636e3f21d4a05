import { signInRoutes } from '#shared/sign-in/routes'
import { route } from '#server/http/route'
import { endOwnSignIn } from '#server/services/sign-in/account'

export default route(signInRoutes.endOwnSignIn, async ({ actor, params }) => {
  await endOwnSignIn(actor, params.id)
  return { ok: true as const }
})
