import { samplingRoutes } from '#shared/sampling/routes'
import { route } from '#server/http/route'
import { importSamples } from '#server/services/sampling/samples'

export default route(samplingRoutes.importSamples, ({ actor, body }) => importSamples(actor, body))
