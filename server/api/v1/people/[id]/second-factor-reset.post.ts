import { secondFactorRoutes } from '#shared/sign-in/second-factor'
import { route } from '#server/http/route'
import { resetFactor } from '#server/services/sign-in/second-factor'

export default route(secondFactorRoutes.resetSecondFactor, async ({ actor, params }) => {
  await resetFactor(actor, params.id)
  return { ok: true as const }
})
