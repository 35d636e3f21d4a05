import { secondFactorRoutes } from '#shared/sign-in/second-factor'
import { sourceOf } from '#server/http/device'
import { route } from '#server/http/route'
import { confirm } from '#server/services/sign-in/second-factor'

export default route(secondFactorRoutes.confirmSecondFactor, async ({ event, actor, body }) => ({
  recovery: await confirm(actor, body.code, sourceOf(event)),
}))
