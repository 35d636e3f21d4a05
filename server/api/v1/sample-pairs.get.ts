import { samplingRoutes } from '#shared/sampling/routes'
import { route } from '#server/http/route'
import { readPairs } from '#server/services/sampling/pairs'

export default route(samplingRoutes.samplePairs, ({ actor }) => readPairs(actor))
