import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { readSamples } from '#server/services/sampling/samples'

export default route(airRoutes.samples, ({ actor, query }) => readSamples(actor, query))
