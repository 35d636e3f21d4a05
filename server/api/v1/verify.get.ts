import { permitRoutes } from '#shared/permit/routes'
import { route } from '#server/http/route'
import { verify } from '#server/services/permit/verify'

export default route(permitRoutes.verifyPermit, ({ query }) => verify(query))
