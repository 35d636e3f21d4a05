import { secondFactorRoutes } from '#shared/sign-in/second-factor'
import { sourceOf } from '#server/http/device'
import { route } from '#server/http/route'
import { removeFactor } from '#server/services/sign-in/second-factor'

export default route(secondFactorRoutes.removeSecondFactor, async ({ event, actor, body }) => {
  await removeFactor(actor, body.password, body.code, sourceOf(event))
  return { ok: true as const }
})
