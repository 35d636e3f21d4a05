import { inspectionRoutes } from '#shared/inspection/routes'
import { route } from '#server/http/route'
import { importGear } from '#server/services/inspection/gear-import'

export default route(inspectionRoutes.gearFile, ({ actor, body }) => importGear(actor, body))
