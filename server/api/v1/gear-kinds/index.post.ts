import { gearKindRoutes } from '#shared/inspection/kind-routes'
import { route } from '#server/http/route'
import { addOwnKind } from '#server/services/inspection/kind'

export default route(gearKindRoutes.createGearKind, ({ actor, body }) => addOwnKind(actor, body))
