import { inspectionRoutes } from '#shared/inspection/routes'
import { route } from '#server/http/route'
import { readGearList } from '#server/services/inspection/gear'

export default route(inspectionRoutes.gearList, ({ actor, query }) => readGearList(actor, query))
