import { samplingRoutes } from '#shared/sampling/routes'
import { route } from '#server/http/route'
import { readGroup } from '#server/services/sampling/groups'

export default route(samplingRoutes.sampleGroup, ({ actor, query }) =>
  readGroup(actor, query.group, query.substance),
)
