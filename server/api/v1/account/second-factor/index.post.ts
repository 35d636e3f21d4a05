import { secondFactorRoutes } from '#shared/sign-in/second-factor'
import { route } from '#server/http/route'
import { beginFactor } from '#server/services/sign-in/second-factor'

export default route(secondFactorRoutes.beginSecondFactor, ({ actor, body }) =>
  beginFactor(actor, body.password),
)
