import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { addTraining } from '#server/services/training/training'

export default route(routes.createTraining, ({ actor, body }) => addTraining(actor, body))
