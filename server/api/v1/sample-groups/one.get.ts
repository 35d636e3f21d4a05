import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { readGroup } from '#server/services/sampling/groups'

export default route(airRoutes.sampleGroup, ({ actor, query }) =>
  readGroup(actor, query.group, query.substance),
)
