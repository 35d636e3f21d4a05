import { signInRoutes } from '#shared/sign-in/routes'
import { route } from '#server/http/route'
import { setPin } from '#server/services/sign-in/account'

export default route(signInRoutes.setPin, async ({ actor, body }) => {
  await setPin(actor, body.password, body.pin)
  return { ok: true as const }
})
