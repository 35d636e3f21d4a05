import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { readTraining } from '#server/services/training/read'

export default route(routes.training, ({ actor, params }) => readTraining(actor, params.id))
