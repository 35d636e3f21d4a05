import { samplingRoutes } from '#shared/sampling/routes'
import { route } from '#server/http/route'
import { addSample } from '#server/services/sampling/samples'

export default route(samplingRoutes.createSample, ({ actor, body }) => addSample(actor, body))
