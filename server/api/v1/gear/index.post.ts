import { inspectionRoutes } from '#shared/inspection/routes'
import { route } from '#server/http/route'
import { addGear } from '#server/services/inspection/gear'

export default route(inspectionRoutes.createGear, ({ actor, body }) => addGear(actor, body))
