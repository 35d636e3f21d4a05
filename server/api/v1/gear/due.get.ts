import { inspectionRoutes } from '#shared/inspection/routes'
import { route } from '#server/http/route'
import { readDue } from '#server/services/inspection/due'

export default route(inspectionRoutes.gearDue, ({ actor, query }) => readDue(actor, query))
