import { permitRoutes } from '#shared/permit/routes'
import { route } from '#server/http/route'
import { readPermit } from '#server/services/permit/read'

export default route(permitRoutes.permit, ({ actor, params }) => readPermit(actor, params.id))
