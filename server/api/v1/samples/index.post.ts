import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { addSample } from '#server/services/sampling/samples'

export default route(airRoutes.createSample, ({ actor, body }) => addSample(actor, body))
