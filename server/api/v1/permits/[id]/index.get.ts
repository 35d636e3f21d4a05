import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { readPermit } from '#server/services/permit/read'

export default route(routes.permit, ({ actor, params }) => readPermit(actor, params.id))
