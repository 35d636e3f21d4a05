import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { setPin } from '#server/services/session/account'

export default route(routes.setPin, async ({ actor, body }) => {
  await setPin(actor, body.password, body.pin)
  return { ok: true as const }
})
