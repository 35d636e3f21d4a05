import { secondFactorRoutes } from '#shared/sign-in/second-factor'
import { route } from '#server/http/route'
import { readFactor } from '#server/services/sign-in/second-factor'

export default route(secondFactorRoutes.secondFactor, ({ actor }) => readFactor(actor))
