import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { readPairs } from '#server/services/sampling/pairs'

export default route(airRoutes.samplePairs, ({ actor }) => readPairs(actor))
