import { samplingRoutes } from '#shared/sampling/routes'
import { route } from '#server/http/route'
import { readSamples } from '#server/services/sampling/samples'

export default route(samplingRoutes.samples, ({ actor, query }) => readSamples(actor, query))
