import { samplingRoutes } from '#shared/sampling/routes'
import { route } from '#server/http/route'
import { readGroups } from '#server/services/sampling/groups'

export default route(samplingRoutes.sampleGroups, ({ actor }) => readGroups(actor))
