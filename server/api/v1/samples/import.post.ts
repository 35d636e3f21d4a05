import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { importSamples } from '#server/services/sampling/samples'

export default route(airRoutes.importSamples, ({ actor, body }) => importSamples(actor, body))
