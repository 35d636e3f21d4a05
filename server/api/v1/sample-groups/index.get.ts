import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { readGroups } from '#server/services/sampling/groups'

export default route(airRoutes.sampleGroups, ({ actor }) => readGroups(actor))
